export { ChoiceBand } from './ChoiceBand';
export { FilterBand } from './FilterBand';
export { FilterWidget, labelOf } from './FilterWidget';
export { Bars } from './Bars';
