package plainsieve.core.rewrite.filter;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.QueryLevel.NamedQuery;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/**
 * The queries that WITH defines, and which of them a FROM references. Databases resolve names differently (which WITH takes
 * precedence, forward references, case, {@code x in t}); a name that could be resolved in two ways is not resolved.
 *
 * <pre>
 * with a as (…) select x from a                              a
 * with a as (select x from b), b as (…) select x from a      a; but b in a is ambiguous: it may be a table
 * with a as (with b as (…) …), b as (…) select x from b      ambiguous, two queries are named b
 * with a as (…) select x from a where x in (select x from a) not resolved, it is read twice
 * with a as (…) select x from (with b as (select x from a) …)  not resolved
 * </pre>
 */
final class CommonTableExpressions {
    private final ParsedQuery query;
    private final Dialect dialect;

    /** @param around the level whose WITH defines it */
    private record Definition(QueryLevel around, NamedQuery named) {}

    CommonTableExpressions(ParsedQuery query, Dialect dialect) {
        this.query = query;
        this.dialect = dialect;
    }

    /** The possible meanings of a name in FROM. */
    sealed interface Lookup {}

    /** This query, with no other reference. */
    record SingleReference(NamedQuery named) implements Lookup {}

    /** No WITH has a query of the name. */
    record Table() implements Lookup {}

    /** @param reason why it is not resolved */
    record Unknown(String reason) implements Lookup {}

    Lookup of(FromItem item) {
        if (item.kind() != FromItem.Kind.TABLE || item.name().length() != 1) {
            return new Table();
        }
        int use = item.name().from();
        String name = query.tokens().written(use);
        List<Definition> definitions = definitions(name);
        if (definitions.isEmpty()) {
            return new Table();
        }
        if (definitions.size() > 1) {
            return new Unknown("more than one WITH query is named “%s”".formatted(Identifiers.bare(name)));
        }
        Definition only = definitions.get(0);
        Span inside = only.named().query().span();
        boolean seen = only.around().span().contains(use) && use >= inside.to() && !isInsideAnotherWith(use, only);
        if (!seen || !folded(only.named().name()).equals(folded(name))) {
            return new Unknown("“%s” may be a table or a WITH query".formatted(Identifiers.bare(name)));
        }
        return uses(name) == 1
                ? new SingleReference(only.named())
                : new Unknown("“%s” is read in more than one place".formatted(Identifiers.bare(name)));
    }

    /** MariaDB 10.11 reads the table of that name there, other databases the query. */
    private boolean isInsideAnotherWith(int use, Definition definition) {
        return query.levels().stream()
                .anyMatch(level -> level != definition.around()
                        && !level.with().isEmpty()
                        && level.span().contains(use)
                        && definition.around().span().contains(level.span().from()));
    }

    private List<Definition> definitions(String name) {
        List<Definition> found = new ArrayList<>();
        for (QueryLevel level : query.levels()) {
            level.with().stream()
                    .filter(named -> Identifiers.mayBeEqual(named.name(), name))
                    .forEach(named -> found.add(new Definition(level, named)));
        }
        return found;
    }

    private String folded(String written) {
        return Identifiers.isQuoted(written) ? Identifiers.bare(written) : dialect.folded(written);
    }

    /** Wherever the name could represent the query: behind FROM, and alone behind IN. */
    private long uses(String name) {
        Tokens tokens = query.tokens();
        long uses = query.fromItems().stream()
                .filter(item -> item.kind() == FromItem.Kind.TABLE
                        && item.name().length() == 1
                        && Identifiers.mayBeEqual(tokens.written(item.name().from()), name))
                .count();
        for (int i = 1; i < tokens.size(); i++) {
            boolean named = tokens.is(i, TokenKind.WORD) || tokens.is(i, TokenKind.QUOTED_NAME);
            if (named && tokens.isWord(i - 1, "in") && Identifiers.mayBeEqual(tokens.written(i), name)) {
                uses++;
            }
        }
        return uses;
    }
}
