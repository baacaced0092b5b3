package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static plainsieve.core.rewrite.Given.given;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.sql.lexer.Lexer;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

/** Values never become statement text; identifiers only if they are listed. */
class InjectionTest {
    private static final List<String> HOSTILE = List.of(
            "'; drop table crossings; --",
            "' or '1'='1",
            "\\'; select 1; -- ",
            "\\",
            "'' or 1=1 #",
            "\"; drop table t; --",
            "`; drop table t; --",
            "]; drop table t; --",
            "*/ union select password from users /*",
            "/*! union select 1 */",
            "$$; select 1; $$",
            "$tag$",
            "E'\\''",
            "?",
            "??",
            ":port",
            ":vessel = :vessel",
            "%' escape '",
            "x\u2019 or \u20181\u2019=\u20181",
            "x\uFF07 or 1=1",
            "\u202E; drop table t",
            "a\u0000b",
            "line\nbreak -- x\r\n; select 1",
            "\uD83D",
            "null",
            "1; select pg_sleep(10)",
            "(select 1)",
            "\uFEFFx",
            "' || (select version()) || '",
            "0x27206f7220313d31");

    static Stream<String> hostile() {
        return HOSTILE.stream();
    }

    private static final String QUERY =
            "select * from t where a = :vessel and b in (:port) and c like '%' || :vessel || '%'"
                    + " and d in ('x', :port) and (:vessel is null or e <> :vessel) and f = lower(:vessel)";

    @ParameterizedTest
    @MethodSource("hostile")
    void neverChangesTheText(String value) {
        for (Dialect dialect : Dialects.ALL) {
            String plain = given(QUERY)
                    .in(dialect.name())
                    .choose("vessel", "A")
                    .choose("port", "B", "C")
                    .text();
            Given query =
                    given(QUERY).in(dialect.name()).choose("vessel", value).choose("port", value, "C");
            if (value.indexOf('\0') >= 0) {
                assertThatThrownBy(query::text).isInstanceOf(ProblemException.class);
            } else {
                assertThat(query.text()).isEqualTo(plain);
            }
        }
    }

    @ParameterizedTest
    @MethodSource("hostile")
    void neverChangesTheTextOfLongLists(String value) {
        String[] values = Stream.concat(
                        Stream.of(value),
                        Stream.iterate(1, i -> i + 1).limit(99).map(String::valueOf))
                .toArray(String[]::new);
        for (Dialect dialect : Dialects.ALL) {
            Given query = given("select 1 where x = :port").in(dialect.name()).choose("port", values);
            if (value.indexOf('\0') < 0) {
                assertThat(query.text()).doesNotContain(value.length() > 3 ? value : "\0");
            }
        }
    }

    @ParameterizedTest
    @MethodSource("hostile")
    void rejectsAnUnlistedIdentifier(String name) {
        Parameter table = Parameter.of("t", Type.NAME).withAllowed(AllowedValues.of(List.of("crossings")));
        assertThatThrownBy(() ->
                        given("select * from :t").with(table).choose("t", name).text())
                .isInstanceOf(ProblemException.class);
    }

    /** Even a listed identifier of this kind becomes one quoted name and nothing more. */
    @ParameterizedTest
    @MethodSource("hostile")
    void quotesAListedIdentifier(String name) {
        Parameter table = Parameter.of("t", Type.NAME).withAllowed(AllowedValues.of(List.of(name)));
        for (Dialect dialect : Dialects.ALL) {
            Given query =
                    given("select * from :t").in(dialect.name()).with(table).choose("t", name);
            if (name.indexOf('\0') >= 0) {
                assertThatThrownBy(query::text).isInstanceOf(ProblemException.class);
                continue;
            }
            Tokens tokens = Lexer.scan(query.text(), dialect.syntax()).tokens();
            assertThat(tokens.size()).isEqualTo(4);
            assertThat(tokens.kind(3)).isEqualTo(TokenKind.QUOTED_NAME);
        }
    }

    @ParameterizedTest
    @MethodSource("hostile")
    void quotesTheColumnOfAnAddedFilter(String column) {
        for (Dialect dialect : Dialects.ALL) {
            PreparedQuery query =
                    PreparedQuery.of("select * from t", dialect).with(List.of(AddedFilter.withValue(column)));
            Tokens tokens = query.query().tokens();
            assertThat(tokens.size()).isEqualTo(9);
            assertThat(tokens.kind(5)).isEqualTo(TokenKind.QUOTED_NAME);
        }
        assertThat(ChoiceText.of(column).values()).containsExactly(column);
    }
}
