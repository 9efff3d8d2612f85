/** What the HTTP interface takes and gives; docs/http.md and /api/openapi.json describe it. */

export type ColumnType = 'TEXT' | 'WHOLE' | 'DECIMAL' | 'DATE' | 'DATE_TIME' | 'YES_NO' | 'TAGS';
export type Role = 'CATEGORY' | 'MEASURE' | 'TIME' | 'PLACE' | 'TEXT' | 'IDENTIFIER';
export type TimeStep = 'YEAR' | 'QUARTER' | 'MONTH' | 'WEEK' | 'DAY';
export type Aggregate =
  | 'ROWS'
  | 'COUNT'
  | 'DISTINCT'
  | 'SUM'
  | 'AVERAGE'
  | 'MEDIAN'
  | 'MIN'
  | 'MAX'
  | 'LEVEL'
  | 'STDDEV'
  | 'SHARE';
export type AdditivityKind = 'SUM' | 'AVERAGE' | 'LAST';
export type ViewKind = 'FIGURE' | 'BARS' | 'LINES' | 'TABLE';
export type FilterKind = 'VALUES' | 'RANGE' | 'DATES' | 'TEXT';
export type AccountRole = 'READER' | 'AUTHOR' | 'ADMINISTRATOR';
export type LinkAccess = 'SIGNED_IN' | 'ANYONE';

export interface Session {
  signedIn: boolean;
  name: string;
  role: AccountRole;
  pageToken: string | null;
}

export interface Part {
  text: string;
  control: string | null;
  strong: boolean;
}

export interface Sentence {
  parts: Part[];
}

export interface OneOf {
  kind: 'oneOf';
  column: string;
  values: string[];
  blank: boolean;
  exclude: boolean;
}
export interface Between {
  kind: 'between';
  column: string;
  from: number | null;
  to: number | null;
  belowTo: boolean;
  blanks: boolean;
}
export interface During {
  kind: 'during';
  column: string;
  from: string | null;
  to: string | null;
  blanks: boolean;
}
export interface Containing {
  kind: 'containing';
  column: string;
  text: string;
}
export type Filter = OneOf | Between | During | Containing;

export interface Mark {
  view: string;
  filter: Filter;
}

export interface Selection {
  filters: Filter[];
  marks: Mark[];
}

export interface Sort {
  column: string;
  descending: boolean;
}

export interface Measure {
  aggregate: Aggregate;
  column: string | null;
  /** The time whose latest value counts, of a LEVEL. */
  with?: string | null;
}

export interface Place {
  x: number;
  y: number;
  w: number;
  h: number;
}

export interface View {
  id: string;
  title: string;
  kind: ViewKind;
  measure: Measure | null;
  by: { column: string; step: TimeStep | null } | null;
  split: string | null;
  largest: number;
  columns: string[];
  sort: Sort[];
  place: Place;
  /** LABEL puts bars in the order of their values; the largest come first where it is null. */
  order?: 'LABEL' | 'LARGEST_FIRST' | 'SMALLEST_FIRST' | null;
}

export interface FilterSpec {
  column: string;
  kind: FilterKind;
}

export interface AppDefinition {
  format: number;
  title: string;
  noun: string;
  filters: FilterSpec[];
  views: View[];
  /** What whoever opens it may take along; each allows what those before it allow. */
  downloads: Downloads;
}

export type Downloads = 'NOTHING' | 'VIEWS' | 'ROWS';

export interface PageColumn {
  name: string;
  label: string;
  type: ColumnType;
  role: Role;
  distinct: number;
  format: ColumnFormat | null;
}

export interface PageData {
  app: AppDefinition;
  words: Record<string, { title: string; sentence: Sentence }>;
  columns: PageColumn[];
  /** What the author's columns measure, each as it adds up, the most telling first. */
  measures: Measure[];
  data: { name: string; version: number; loadedAt: string; rowCount: number };
  /** What whoever opens it may do and take along. */
  access: string;
}

export interface Draft {
  id: string;
  datasetId: string;
  revision: number;
  page: PageData;
}

export interface Opened {
  edition: number;
  publishedAt: string;
  page: PageData;
}

export interface GroupKey {
  value: string | null;
  merged: number;
  lastDay: string | null;
  partial: boolean;
}

export interface GroupsAnswer {
  kind: 'groups';
  rowCount: number;
  time: boolean;
  axis: GroupKey[];
  splits: GroupKey[];
  measures: { type: ColumnType | null; format: ColumnFormat | null; values: (number | null)[] }[];
}
export interface RowsAnswer {
  kind: 'rows';
  rowCount: number;
  offset: number;
  columns: string[];
  rows: (string | null)[][];
}
export interface ValueCount {
  value: string;
  count: number;
  total: number;
}
export interface ValueCountsAnswer {
  kind: 'valueCounts';
  values: ValueCount[];
  distinct: number;
  blanks: number | null;
}
export interface Bin {
  from: string;
  to: string;
  count: number;
  total: number;
}
export interface HistogramAnswer {
  kind: 'histogram';
  bins: Bin[];
  openLow: boolean;
  openHigh: boolean;
  step: string | null;
  blanks: number | null;
}
export type Answer = GroupsAnswer | RowsAnswer | ValueCountsAnswer | HistogramAnswer;

export interface Failure {
  code: string;
  detail: string;
}

export type AnswerLine =
  | {
      line: 'head';
      passing: number;
      all: number;
      version: number;
      sentence: Sentence;
      notices: string[];
      guarded: string[];
      selection: Selection;
    }
  | { line: 'view' | 'filter'; id: string; answer: Answer | null; failure: Failure | null }
  | { line: 'end' }
  | { line: 'cancelled'; late: boolean };

export interface PageQuestion {
  page: string;
  filters: Filter[];
  marks: Mark[];
  views?: string[];
  tables?: Record<string, { offset: number; limit: number; sort: Sort[] | null }>;
  finds?: Record<string, string>;
  withFilters?: boolean;
}

export interface JobStatus {
  id: string;
  title: string;
  state: 'WAITING' | 'RUNNING' | 'DONE' | 'FAILED' | 'CANCELLED' | 'INTERRUPTED';
  doing: string;
  done: number;
  of: number;
  message: string | null;
  code: string | null;
  datasetId: string | null;
  /** The call that does it once more; of interrupted ones alone. */
  repeat: { method: string; path: string; body: string } | null;
}

export interface DatasetSummary {
  id: string;
  name: string;
  noun: string;
  version: number;
  rowCount: number;
  loadedAt: string;
}

export interface AppItem {
  id: string;
  title: string;
  datasetId: string;
  changedAt: string;
  edition: number;
  slug: string | null;
}

/** What the values of a column mean besides their type; null for as they are. */
export interface ColumnFormat {
  kind: 'PERCENT' | 'MONEY' | 'YEAR' | 'MONTH' | 'QUARTER' | 'WEEK' | 'TAGS';
  unit: string | null;
}

export interface ColumnInfo {
  name: string;
  label: string;
  type: ColumnType;
  role: Role;
  format: ColumnFormat | null;
  additivity: { kind: AdditivityKind; reason: string } | null;
}

export interface ColumnProfile {
  name: string;
  blanks: number;
  distinct: number;
  min: string | null;
  lowerQuartile: string | null;
  median: string | null;
  mean: string | null;
  upperQuartile: string | null;
  max: string | null;
  commonest: ValueCount[];
  histogram: HistogramAnswer | null;
}

export type Step =
  | { kind: 'relabel'; column: string; label: string }
  | {
      kind: 'retype';
      column: string;
      type: ColumnType;
      dates?: string | null;
      decimalMark?: string | null;
    }
  | { kind: 'setRole'; column: string; role: Role }
  | { kind: 'setAdditivity'; column: string; additivity: AdditivityKind }
  | { kind: 'fillDown'; column: string }
  | {
      kind: 'joinPeriod';
      year: string;
      part: string;
      day: string | null;
      period: 'MONTH' | 'QUARTER' | 'WEEK';
      name: string;
      label: string;
    }
  | { kind: 'leaveOutColumn'; column: string }
  | { kind: 'leaveOutRows'; column: string; values: string[]; blank: boolean }
  | { kind: 'compute'; name: string; label: string; expression: string };

export interface DatasetDetails {
  id: string;
  name: string;
  noun: string;
  version: number;
  rowCount: number;
  loadedAt: string;
  files: { name: string; sizeBytes: number }[];
  query: string | null;
  link: string | null;
  reading: ReadingChoices;
  columns: { info: ColumnInfo; profile: ColumnProfile; possibleRoles: Role[] }[];
  /** The column that says what a row is of. */
  namedBy: string | null;
  steps: Step[];
  stepsDone: { sentence: Sentence; effect: string }[];
  report: {
    notes: string[];
    conversionErrors: { file: string; line: number; column: string; value: string; reason: string }[];
    conversionErrorCount: number;
    ambiguities: Ambiguity[];
  };
}

/** A column that could be read in two ways, and the other way. */
export interface Ambiguity {
  column: string;
  text: string;
  other: string;
  type: ColumnType;
  dates: string | null;
  decimalMark: string | null;
  /** The type it is read as, where that is another one. */
  now: ColumnType | null;
  /** The step that settles it, where that is not reading the column as the other type. */
  otherStep: 'FILL_DOWN' | 'LEAVE_OUT_ROWS' | null;
  /** Whose rows that step leaves out. */
  value: string | null;
}

/** What the author says about a table in a sheet; what is left out is as found. Rows from 1, columns from 0. */
export interface TableChoice {
  file?: string | null;
  sheet?: string | null;
  table?: number | null;
  headingRow?: number | null;
  headingRows?: number | null;
  lastRow?: number | null;
  firstColumn?: number | null;
  lastColumn?: number | null;
  fillDown?: boolean | null;
  hiddenRows?: boolean | null;
  hiddenColumns?: boolean | null;
  totals?: boolean | null;
}

/** What the author says about how a file is read; what is left out is as found. */
export interface ReadingChoices {
  encoding?: string | null;
  delimiter?: string | null;
  quote?: string | null;
  escape?: string | null;
  comment?: string | null;
  decimalMark?: string | null;
  dates?: string | null;
  tables?: TableChoice[] | null;
}

export interface TableArea {
  headingRow: number;
  headingRows: number;
  firstRow: number;
  lastRow: number;
  droppedAtEnd: number;
  firstColumn: number;
  lastColumn: number;
  leftOutColumns: number[];
  fillDown: boolean;
  /** Rows within that sum up others. */
  leftOutRows: number[];
}

export interface LookPart {
  file: string;
  sheet: string;
  hidden: boolean;
  rowCount: number;
  columnCount: number;
  tables: { area: TableArea; headings: string[]; rowCount: number; notes: string[] }[];
  text: {
    encoding: string;
    encodingReason: string;
    delimiter: string;
    delimiterReason: string;
    quote: string;
    escape: string;
    comment: string;
  } | null;
  hiddenRows: number[];
  hiddenColumns: number[];
  merges: boolean;
}

/** A file before it is loaded. */
/** A column as it will be read, going by the first rows. */
export interface LookColumn {
  column: number;
  label: string;
  type: ColumnType;
  format: ColumnFormat | null;
  decimalMark: string | null;
  dates: string | null;
  first: string | null;
}

export interface Look {
  kind: string;
  parts: LookPart[];
  chosen: { part: number; table: number; area: TableArea; headings: string[] }[];
  notes: string[];
  shown: number;
  fromColumn: number;
  cells: { number: number; cells: string[]; kinds: string[] | null }[];
  moreRows: boolean;
  columns: LookColumn[];
}

export interface PublishState {
  editions: { number: number; publishedAt: string }[];
  slug: string | null;
  access: LinkAccess | null;
}

export interface Connection {
  id: string;
  name: string;
  kind: 'POSTGRESQL' | 'H2';
  host: string;
  port: number;
  database: string;
  username: string;
}

export interface QueryPreview {
  columns: string[];
  rows: (string | null)[][];
  more: boolean;
}

export interface Account {
  id: number;
  name: string;
  role: AccountRole;
  disabled: boolean;
  apps: number;
  datasets: number;
  tokens: number;
}

/** A token of a program; `usedAt` to the hour. */
export interface TokenItem {
  id: string;
  label: string;
  createdAt: string;
  expiresAt: string;
  usedAt: string | null;
}

/** Where one is signed in; `here` is this browser. */
export interface OwnSession {
  id: string;
  device: string;
  startedAt: string;
  expiresAt: string;
  here: boolean;
}

export interface AuditEntry {
  id: number;
  at: string;
  name: string;
  address: string;
  action: string;
  words: string;
  subject: string;
}
