export { ChoiceBand } from './ChoiceBand';
export { FilterBand } from './FilterBand';
export { Bars } from './Bars';
