package plainsieve.core.dialect;

/** PostgreSQL. */
final class PostgreSqlDialect implements Dialect {
    private static final LexicalRules RULES = new LexicalRules(true, true, true, true);

    @Override
    public String name() {
        return "postgresql";
    }

    @Override
    public LexicalRules lexicalRules() {
        return RULES;
    }
}
