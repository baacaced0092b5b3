package plainsieve.core.dialect;

/** DuckDB: tokens as in PostgreSQL, but {@code ?} is a placeholder. */
final class DuckDbDialect implements Dialect {
    private static final LexicalRules RULES = new LexicalRules(true, true, true, false);

    @Override
    public String name() {
        return "duckdb";
    }

    @Override
    public LexicalRules lexicalRules() {
        return RULES;
    }
}
