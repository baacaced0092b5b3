/* Formats SQL by a formatter that is loaded on first use. */
import type { SqlLanguage } from 'sql-formatter'

const LANGUAGES: Record<string, SqlLanguage> = {
  PostgreSQL: 'postgresql',
  MariaDB: 'mariadb',
  SQLite: 'sqlite',
  DuckDB: 'duckdb',
  Trino: 'trino',
}

const withoutBlanks = (sql: string): string => sql.replace(/\s+/g, '')

/* Texts, quoted names and comments: blanks in them have a meaning, and a line comment must not swallow what follows it. */
const quoted = (sql: string): string[] =>
  (sql.match(/'(?:[^'\\]|\\.|'')*'|"[^"]*"|`[^`]*`|\[[^\]]*\]|\$\w*\$[^]*?\$\w*\$|--[^\n]*|\/\*[^]*?\*\//g) ?? []).map(
    one => (one.startsWith('--') ? one.trimEnd() : one),
  )
const differsInBlanksOnly = (one: string, other: string): boolean =>
  withoutBlanks(one) === withoutBlanks(other) && quoted(one).join('\n') === quoted(other).join('\n')

/**
 * The text with standard line breaks and indents; undefined if it cannot be formatted without changing more than blanks.
 *
 * @param source the kind and version of its source
 */
export async function formatSql(sql: string, source: string): Promise<string | undefined> {
  const { format } = await import('sql-formatter')
  const language = Object.entries(LANGUAGES).find(([name]) => source.startsWith(name))?.[1] ?? 'sql'
  try {
    const formatted = format(sql, {
      language,
      paramTypes: { named: [':'] },
      expressionWidth: 90,
      tabWidth: 2,
    })
    return differsInBlanksOnly(formatted, sql) ? formatted : undefined
  } catch {
    return undefined
  }
}
