import type { components } from './schema';

/** What the HTTP interface takes and gives, under the names that the pages use; the server's records are the source. */
type Schemas = components['schemas'];

/** What the server gives: every field is there, those that may be left out of a request as null. */
type Given<T> = T extends (infer Item)[]
  ? Given<Item>[]
  : T extends object
    ? { [Field in keyof T]-?: Given<Exclude<T[Field], undefined>> }
    : T;

export type ColumnType = Schemas['ColumnType'];
export type Role = Schemas['Role'];
export type AdditivityKind = Schemas['AdditivityKind'];
export type ViewKind = Schemas['ViewKind'];
export type FilterKind = Schemas['FilterSpecKind'];
export type AccountRole = Schemas['CallerRole'];
export type LinkAccess = Schemas['LinkAccess'];
export type Session = Given<Schemas['AccountRoutesSession']>;
export type Part = Schemas['SentencePart'];
export type Sentence = Schemas['Sentence'];
export type OneOf = Given<Schemas['OneOf']>;
export type Between = Given<Schemas['Between']>;
export type During = Given<Schemas['DateRange']>;
export type Containing = Given<Schemas['Containing']>;
export type HasAll = Given<Schemas['HasAll']>;
export type NamedPeriod = Given<Schemas['RelativePeriod']>;
/** Where a group of one column meets one of another, or a box over two columns of numbers. */
export interface Both {
  readonly kind: 'both';
  readonly first: Simple;
  readonly second: Simple;
}
export type Parts = Given<Schemas['PartOfDate']>;
/** On a single column. */
export type Simple = OneOf | Between | During | Containing | HasAll | NamedPeriod | Parts;
/** Those that pages make; other programs may send more. */
export type Filter = Both | Simple;
export type Mark = Omit<Schemas['SelectionMark'], 'filter'> & { filter: Filter };
export type Selection = { filters: Filter[]; marks: Mark[] };
export type Sort = Schemas['QuestionSort'];
export type Measure = Schemas['Measure'];
export type Place = Schemas['Place'];
export type View = Schemas['View'];
export type FilterSpec = Schemas['FilterSpec'];
export type AppDefinition = Schemas['App'];
export type PageColumn = Given<Schemas['PageDataColumn']>;
export type PageData = Omit<Given<Schemas['PageData']>, 'app' | 'measures'> & {
  app: AppDefinition;
  measures: Measure[];
};
export type Draft = Omit<Given<Schemas['AppRoutesDraft']>, 'page'> & { page: PageData };
export type Opened = Omit<Given<Schemas['PublishRoutesOpened']>, 'page'> & { page: PageData };
export type DownloadProgress = Schemas['RunningDownloadsProgress'];
export type Explanation = Given<Schemas['ExplanationsExplanation']>;
export type DrawRequest = Schemas['AppRoutesDrawRequest'];
export type GroupKey = Given<Schemas['GroupKey']>;
/** Values of dates and times as numbers, for axes: days, and microseconds since 1970. */
export type GroupsAnswer = Omit<Given<Schemas['AnswerGroups']>, 'measures'> & {
  measures: (Omit<Given<Schemas['AnswerMeasureValues']>, 'values'> & {
    values: (number | null)[];
  })[];
};
export type RowsAnswer = Given<Schemas['AnswerRows']>;
export type ExtremesAnswer = Given<Schemas['AnswerExtremes']>;
export type ValueCount = Given<Schemas['AnswerValueCount']>;
export type ValueCountsAnswer = Given<Schemas['AnswerValueCounts']>;
export type Bin = Given<Schemas['AnswerBin']>;
export type HistogramAnswer = Given<Schemas['AnswerHistogram']>;
export type Answer =
  GroupsAnswer | RowsAnswer | ExtremesAnswer | ValueCountsAnswer | HistogramAnswer;
export type Failure = Given<Schemas['AnswerLineFailure']>;
export type AnswerLine =
  | Given<Schemas['AnswerLineHead']>
  | (Omit<Given<Schemas['AnswerLineResult']>, 'answer' | 'shown'> & {
      answer: Answer | null;
      shown: Shown | null;
    })
  | Given<Schemas['AnswerLineEnd']>
  | Given<Schemas['AnswerLineCancelled']>;
export type PageQuestion = Schemas['PageAnswersRequest'];
export type JobStatus = Given<Schemas['JobStatus']>;
export type DatasetSummary = Schemas['DatasetSummary'];
export type Recode = Schemas['Recode'];
export type SavedViews = Given<Schemas['SavedViewRoutesItems']>;
export type SavedView = SavedViews['views'][number];
export type SavedViewChange = Schemas['SavedViewsChange'];
export type AppItem = Given<Schemas['PublishRoutesItem']>;
export type ColumnFormat = Given<Schemas['ColumnFormat']>;
export type ColumnInfo = Given<Schemas['ColumnInfo']>;
export type ColumnProfile = Given<Schemas['ColumnProfile']>;
export type Step = Schemas['Step'];
export type CheckedExpression = Given<Schemas['ExpressionRoutesChecked']>;
export type DatasetDetails = Given<Schemas['DatasetRoutesDetails']>;
export type AfterSteps = Given<Schemas['DatasetRoutesAfter']>;
export type TableChange = Given<Schemas['TableChange']>;
export type Ambiguity = Given<Schemas['LoadReportAmbiguity']>;
export type TableChoice = Schemas['TableChoice'];
export type ReadingChoices = Schemas['ReadingChoices'];
export type TableArea = Schemas['TableArea'];
export type LookPart = Given<Schemas['FilePreviewPart']>;
export type LookColumn = Given<Schemas['FilePreviewColumn']>;
export type Look = Given<Schemas['FilePreview']>;
export type PublishState = Given<Schemas['PublishServiceState']>;
export type Connection = Given<Schemas['SourceRoutesItem']>;
export type QueryPreview = Given<Schemas['QueryServicePreview']>;
export type Account = Schemas['PeopleRoutesPerson'];
export type TokenItem = Given<Schemas['AccountRoutesTokenItem']>;
export type OwnSession = Given<Schemas['AccountRoutesSignInItem']>;
export type AuditEntry = Schemas['AuditRoutesItem'];
export type TimeStep = Schemas['TimeStep'];
export type Downloads = Schemas['Downloads'];
export type Grammar = Given<Schemas['Grammar']>;
export type Slot = Given<Schemas['Slot']>;
export type StepKindWords = Given<Schemas['SlotOfStepKind']>;
export type Choice = Given<Schemas['Choice']>;
export type ChoiceOption = Choice['options'][number];
export type NamedMeasure = Given<Schemas['NamedMeasure']>;
export type Proposal = Given<Schemas['ProposingProposal']>;
export type Shown = Omit<Given<Schemas['AnswerLineShown']>, 'view'> & { view: View };
export type DatePart = Schemas['DatePart'];
export type Doubt = Given<Schemas['DoubtRoutesItem']>;
