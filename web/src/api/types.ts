// Short names for the types that are generated from the server's own description.
import type { components } from './schema'

type Schemas = components['schemas']

export type ReportCard = Schemas['ReportCard']
export type Report = Schemas['ReportBody']
export type Control = Schemas['ControlBody']
export type View = Schemas['ViewBody']
export type Figure = Schemas['FigureBody']
export type Parameter = Schemas['ParameterBody']
export type ParameterUse = Schemas['ParameterUse']
export type DefaultDefinition = Schemas['DefaultBody']
export type ListDefinition = Schemas['ListBody']
export type ColumnPlace = Schemas['ColumnBody']
export type Question = Schemas['QuestionBody']
export type SaidPart = Schemas['SaidPart']
export type Proposal = Schemas['Proposal']
export type TextChange = Schemas['TextChange']
export type Selection = Schemas['Selection']
export type Spread = Schemas['Spread']
export type ListComparison = Schemas['ListComparison']
export type DownloadProgress = Schemas['Progress']
export type Choice = Schemas['ChoiceBody']
export type ListedValue = Schemas['ListedValue']
export type ValueList = Schemas['ValueList']
export type Column = Schemas['Column']
export type Placement = Schemas['Placement']
export type SentValue = Schemas['SentValue']
export type Proof = Schemas['Proof']
export type Ran = Schemas['Ran']
export type Compared = Schemas['Compared']
export type Offer = Schemas['Offer']
export type Made = Schemas['Made']
export type RehearsalState = Schemas['State']
export type RehearsalLine = Schemas['Line']
export type Form = Schemas['Form']
export type SentLine = Schemas['SentLine']
export type Query = Schemas['QueryBody']
export type QueryCard = Schemas['QueryCard']
export type QueryCheck = Schemas['QueryCheck']
export type Notice = Schemas['NoticeBody']
export type ColumnFilter = Schemas['FilterBody']
export type Problem = Schemas['ProblemBody']
export type Source = Schemas['SourceBody']
export type SourceHealth = Schemas['SourceHealth']
export type SourceContents = Schemas['SourceContents']
export type Table = Schemas['Table']
export type SourceFunction = Schemas['Function']
export type Look = Schemas['Look']
export type QueryStart = Schemas['Start']
export type RunBegun = Schemas['RunBegun']
export type RunDone = Schemas['RunDone']
export type RunFailed = Schemas['RunFailed']

/** A cell as it travels: whole numbers beyond 2^53 and decimals come as text. */
export type Cell = string | number | boolean | null
export interface RunRows {
  event: 'rows'
  rows: Cell[][]
}
export type RunEvent = RunBegun | RunRows | RunDone | RunFailed
export type Choices = Record<string, Choice>
