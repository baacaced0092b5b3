/** Names for completion: tables with columns, functions, and parameters. */
export interface KnownNames {
  source: string
  tables: Record<string, string[]>
  functions: string[]
  parameters: { name: string; words: string }[]
}
