import { describe, expect, it } from 'vitest'
import { formatSql } from './format'

describe('Formatting SQL', () => {
  it('breaks lines at clauses and keeps parameters, casts and comments', async () => {
    const sql = "select a, b::date from t -- why\nwhere a in (:port) and b >= :from and c = ':no' order by a limit :n"
    expect(await formatSql(sql, 'PostgreSQL 17')).toBe(
      [
        'select',
        '  a,',
        '  b::date',
        'from',
        '  t -- why',
        'where',
        '  a in (:port)',
        '  and b >= :from',
        "  and c = ':no'",
        'order by',
        '  a',
        'limit',
        '  :n',
      ].join('\n'),
    )
  })

  it.each(['MariaDB 10.11', 'SQLite 3.53', 'DuckDB 1.5', 'Trino 435', 'another'])(
    'keeps the tokens for %s',
    async kind => {
      const sql = "select count(*) from crossings c where c.state = 'it''s' and (:port is null or c.port_id in (:port))"
      const formatted = await formatSql(sql, kind)
      expect(formatted?.replace(/\s+/g, ' ').replace(/\( /g, '(').replace(/ \)/g, ')')).toBe(sql)
    },
  )

  it('leaves what it cannot read', async () => {
    expect(await formatSql("select 'open", 'PostgreSQL 17')).toBeUndefined()
  })

  it.each([
    ["select $tag$ it's  two   blanks $tag$", 'MariaDB 10.11'],
    ["select E'it\\\\'s  two', 1", 'SQLite 3'],
    ['select `a  b` from t', 'PostgreSQL 17'],
  ])('never changes blanks in %s', async (sql, kind) => {
    const formatted = (await formatSql(sql, kind)) ?? sql
    expect(formatted).toContain(/[$'`][^]*[$'`]/.exec(sql)?.[0])
  })

  it('keeps blanks in texts', async () => {
    expect(await formatSql("select  'a   b'", 'SQLite 3')).toContain("'a   b'")
  })
})
