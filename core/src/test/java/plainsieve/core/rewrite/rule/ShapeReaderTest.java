package plainsieve.core.rewrite.rule;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;

class ShapeReaderTest {
    private static String shape(String condition) {
        ParsedQuery query = ParsedQuery.parse("select 1 from t where " + condition, Dialects.of("postgresql"));
        Tokens tokens = query.tokens();
        ConditionShape shape = ConditionSite.findAll(query).get(0).shape();
        if (shape instanceof ConditionShape.Membership one) {
            return "%s %s %s%s%s"
                    .formatted(
                            text(tokens, one.column()),
                            one.negated() ? "not" : "is",
                            text(tokens, one.operand()),
                            one.flipped() ? " flipped" : "",
                            one.wrapped() ? " wrapped" : "");
        }
        if (shape instanceof ConditionShape.ItemsOfList list) {
            return text(tokens, list.column())
                    + (list.negated() ? " not in " : " in ")
                    + list.items().stream().map(item -> text(tokens, item)).collect(Collectors.joining(" | "));
        }
        if (shape instanceof ConditionShape.Range range) {
            return "%s %s %s .. %s"
                    .formatted(
                            text(tokens, range.column()),
                            range.negated() ? "outside" : "within",
                            text(tokens, range.low()),
                            text(tokens, range.high()));
        }
        return shape instanceof ConditionShape.Pattern pattern
                ? "pattern " + pattern.escape().map(String::valueOf).orElse("without escape")
                : "other";
    }

    private static String text(Tokens tokens, Span span) {
        return tokens.text().substring(tokens.start(span.from()), tokens.end(span.to() - 1));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            x = :p                     # x is :p
            :p = x                     # x is :p flipped
            x <> :p                    # x not :p
            :p != x                    # x not :p flipped
            x = :p::date               # x is :p::date
            x = :p::numeric(10, 2)     # x is :p::numeric(10, 2)
            x = :p::double precision   # x is :p::double precision
            x = :p::"Tide"             # x is :p::"Tide"
            x = :p::text::date         # x is :p::text::date
            x = lower(:p)              # x is lower(:p)
            f(:p, 1) = x               # x is f(:p, 1) flipped
            x = any(:p)                # x is :p wrapped
            x = some(:p)               # x is :p wrapped
            x <> all(:p)               # x not :p wrapped
            x = coalesce(:p, x)        # x is :p wrapped
            x = ifnull(:p, x)          # x is :p wrapped
            t.x = nvl(:p, T.x)         # t.x is :p wrapped
            x = coalesce(:p, y)        # x is coalesce(:p, y)
            x <> coalesce(:p, x)       # x not coalesce(:p, x)
            x in (:p)                  # x is :p
            x not in (:p)              # x not :p
            x in (lower(:p))           # x is lower(:p)
            x + :q = :p                # x + :q is :p
            x in (:p) is true          # x is :p
            (x = :p) is not false      # x is :p
            x not in (:p) is unknown   # x not :p
            """)
    void readsAnInList(String condition, String shape) {
        assertThat(shape(condition)).isEqualTo(shape);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            x in ('a', :p)             # x in 'a' | :p
            x not in (:p, :q)          # x not in :p | :q
            x in (f(:p, 1), (2, 3))    # x in f(:p, 1) | (2, 3)
            x in (:p + 1)              # x in :p + 1
            x in (f(:p, :q))           # x in f(:p, :q)
            x between :p and :q        # x within :p .. :q
            (x between :p and :q) is not true # x within :p .. :q
            x not between 1 and :q     # x outside 1 .. :q
            x between f(:p) and :q + 1 # x within f(:p) .. :q + 1
            x like '%' || :p           # pattern without escape
            x not like :p || '_'       # pattern without escape
            x like '%' || :p escape '!' # pattern !
            x like '%' || :p escape '' # other
            x like '%' || :p escape '!!' # other
            x like '%' || :p escape '''' # pattern '
            """)
    void readsAnInListARangeAndAPattern(String condition, String shape) {
        assertThat(shape(condition)).isEqualTo(shape);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "x > :p",
                "f(:p)",
                "x = :p + 1",
                "x = :p collate \"C\"",
                "x = :p::text collate \"C\"",
                "x = :p::int[]",
                "x = f(:p) + 1",
                "row(:p) = x",
                "x = f(:p, :q)",
                ":p + 1 = x",
                "x = any(array[:p])",
                "x = all(:p)",
                "x <> any(:p)",
                "f(:q) = g(:p)",
                "x > :p is true",
                "x is true and :p",
                "x in :p",
                "x between symmetric :p and :q",
                "x between asymmetric :p and :q",
                "x like :p",
                "x like 'a' || :p",
                "x like any (array['%' || :p])",
                "x like all (array['%' || :p])",
                "x like '%' || :p escape :e",
                "x is distinct from :p"
            })
    void anythingElseIsOther(String condition) {
        assertThat(shape(condition)).isEqualTo("other");
    }
}
