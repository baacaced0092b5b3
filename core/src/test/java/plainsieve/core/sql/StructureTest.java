package plainsieve.core.sql;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import net.sf.jsqlparser.JSQLParserException;
import net.sf.jsqlparser.parser.CCJSqlParserUtil;
import net.sf.jsqlparser.statement.Statement;
import net.sf.jsqlparser.statement.select.Select;
import net.sf.jsqlparser.util.TablesNamesFinder;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.value.ProblemException;

/** Query texts of every kind, in every dialect, with the expected blocks, conditions, parameters and tables. */
class StructureTest {
    private static final List<String> DIALECTS = List.of("postgresql", "mariadb", "sqlite", "duckdb");

    record Text(String dialect, int blocks, int conditions, int parameters, List<String> tables, String sql) {
        @Override
        public String toString() {
            return dialect + ": " + sql.strip();
        }
    }

    record Refused(String dialect, String sql, String kind) {}

    static Stream<Text> texts() {
        return DIALECTS.stream()
                .flatMap(dialect -> Stream.concat(read("every.sql", dialect), read(dialect + ".sql", dialect)));
    }

    private static Stream<Text> read(String file, String dialect) {
        List<Text> texts = new ArrayList<>();
        for (String entry : resource(file).split("(?m)^--> ")) {
            if (!entry.isBlank()) {
                String[] parts = entry.split("\n", 2);
                String[] found = parts[0].split(":", 2);
                String[] counts = found[0].strip().split(" ");
                List<String> tables = Stream.of(found[1].split(","))
                        .map(String::strip)
                        .filter(name -> !name.isEmpty())
                        .toList();
                texts.add(new Text(
                        dialect,
                        Integer.parseInt(counts[0]),
                        Integer.parseInt(counts[1]),
                        Integer.parseInt(counts[2]),
                        tables,
                        parts[1]));
            }
        }
        return texts.stream();
    }

    static Stream<Refused> refused() {
        return resource("refused.txt").lines().flatMap(line -> {
            String[] parts = line.split(" \\| ");
            List<String> dialects = parts[0].equals("every") ? DIALECTS : List.of(parts[0]);
            return dialects.stream().map(dialect -> new Refused(dialect, parts[1], parts[2].strip()));
        });
    }

    private static String resource(String name) {
        try (InputStream in = StructureTest.class.getResourceAsStream("/structure/" + name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static ParsedQuery parse(String dialect, String sql) {
        return ParsedQuery.parse(sql, Dialects.of(dialect));
    }

    private static Set<String> tables(ParsedQuery query) {
        Set<String> named = query.levels().stream()
                .flatMap(level -> level.with().stream())
                .map(QueryLevel.NamedQuery::name)
                .collect(Collectors.toSet());
        return query.fromItems().stream()
                .filter(item -> item.kind() == FromItem.Kind.TABLE)
                .filter(item -> !query.tokens().is(item.name().from(), TokenKind.STRING))
                .map(item -> query.text()
                        .substring(
                                query.tokens().start(item.name().from()),
                                query.tokens().end(item.name().to() - 1)))
                .filter(name -> !named.contains(name))
                .collect(Collectors.toSet());
    }

    @ParameterizedTest
    @MethodSource("texts")
    void findsEveryElement(Text text) {
        ParsedQuery query = parse(text.dialect(), text.sql());
        assertThat(query.blockCount()).as("blocks").isEqualTo(text.blocks());
        assertThat(query.conditionCount()).as("conditions").isEqualTo(text.conditions());
        assertThat(query.parameters()).as("parameters").hasSize(text.parameters());
        assertThat(tables(query)).as("tables").containsExactlyInAnyOrderElementsOf(text.tables());
    }

    @ParameterizedTest
    @MethodSource("refused")
    void rejectsOtherStatements(Refused refused) {
        ProblemException problem =
                catchThrowableOfType(ProblemException.class, () -> parse(refused.dialect(), refused.sql()));
        assertThat(problem).as(refused.toString()).isNotNull();
        String kind = problem.first().kind().word();
        assertThat(kind).as(refused.toString()).isEqualTo(refused.kind());
        assertThat(problem.first().place()).isPresent();
    }

    @Test
    void coversEnoughTexts() {
        assertThat(texts().map(Text::sql).distinct()).hasSizeGreaterThan(250);
    }

    /** An independent parser from the registry: if it can read a text, the text is a query of the same tables. */
    @Test
    void agreesWithAnIndependentParser() {
        int agreed = 0;
        for (Text text : texts().toList()) {
            try {
                Statement statement = CCJSqlParserUtil.parse(
                        text.sql(),
                        parser ->
                                parser.withSquareBracketQuotation(text.dialect().equals("sqlite")));
                assertThat(statement).as(text.toString()).isInstanceOf(Select.class);
                Set<String> theirs = TablesNamesFinder.findTables(text.sql()).stream()
                        .map(name -> name.replace(" ", ""))
                        .collect(Collectors.toSet());
                agreed += theirs.equals(Set.copyOf(text.tables())) ? 1 : 0;
            } catch (JSQLParserException | RuntimeException e) {
                // It cannot parse this text.
                continue;
            }
        }
        assertThat(agreed).as("texts on whose tables both agree").isGreaterThan(250);
    }
}
