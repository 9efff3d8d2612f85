export { FilterBand } from './FilterBand';
export { Bars } from './Bars';
