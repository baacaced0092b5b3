/** What the editor completes: the tables of the source with their columns, its functions, and the parameters. */
export interface KnownNames {
  source: string
  tables: Record<string, string[]>
  functions: string[]
  parameters: { name: string; words: string }[]
}
