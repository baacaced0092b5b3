package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import com.code_intelligence.jazzer.api.FuzzedDataProvider;
import com.code_intelligence.jazzer.junit.DictionaryEntries;
import com.code_intelligence.jazzer.junit.FuzzTest;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import net.sf.jsqlparser.JSQLParserException;
import net.sf.jsqlparser.parser.CCJSqlParserUtil;
import org.junit.jupiter.api.Tag;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.hardcoded.HardCodedValueFinder;
import plainsieve.core.notice.Notices;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/**
 * Any text in any dialect with any choices results in a statement or the engine's own error. As a
 * test this runs over the stored inputs; {@code JAZZER_FUZZ=1 mvn -pl core test -Dtest=RewritingFuzzTest} searches for new
 * ones, guided by coverage, for {@code maxDuration}.
 */
@Tag("slow")
class RewritingFuzzTest {
    private static final Pattern CLAUSE_AS_NAME = Pattern.compile("(?i)(\\bfrom|\\bjoin|,)\\s*(order|group|limit)\\b");

    private static final List<ResultShape> VIEWS = List.of(
            ResultShape.allRows(),
            new ResultShape.Rows(Optional.of(new ResultShape.Sort("x", true)), Optional.empty()),
            ResultShape.totals(List.of("x"), List.of(Measure.countOfRows()), ResultShape.Order.LARGEST));

    @DictionaryEntries({
        "select ",
        " from ",
        " where ",
        " and ",
        " or ",
        " not ",
        " in (",
        " between ",
        " group by ",
        " having ",
        " order by ",
        " limit ",
        " offset ",
        " union ",
        " except ",
        "with x as (",
        " join ",
        " left join ",
        " on ",
        " using (",
        " case when ",
        " then ",
        " else ",
        " end ",
        ":a",
        ":b",
        " is null",
        " like '%' || ",
        " coalesce(",
        "count(*)",
        " over (partition by ",
        " filter (where ",
        " lateral ",
        " as x",
        " x",
        "distinct ",
        "/*",
        "*/",
        "--",
        "''",
        "$$",
        "::",
        " any(",
        "exists (",
        "values (",
        " fetch first ",
        " rows only",
        " qualify ",
        " xor ",
        " escape ",
        "cast(",
        " as date)",
        "date(",
        " unnest(",
        "grouping sets (",
        " using sample "
    })
    @FuzzTest(maxDuration = "1h")
    void givesAStatementOrItsOwnError(FuzzedDataProvider data) {
        Dialect dialect = Dialects.ALL.get(data.consumeInt(0, Dialects.ALL.size() - 1));
        int kindOfChoice = data.consumeInt(0, 4);
        boolean filtered = data.consumeBoolean();
        ResultShape view = VIEWS.get(data.consumeInt(0, VIEWS.size() - 1));
        String text = data.consumeRemainingAsString();
        try {
            PreparedQuery query = PreparedQuery.of(text, dialect);
            Map<String, Parameter> parameters = new HashMap<>();
            Map<String, Choice> chosen = new HashMap<>();
            for (String name : query.parameterNames()) {
                Parameter parameter = Parameter.of(name, Type.TEXT);
                parameters.put(name, kindOfChoice > 1 ? parameter.asMultiple() : parameter);
                chosen.put(name, choice(kindOfChoice));
            }
            Notices.of(query.query(), dialect, parameters, ColumnFacts.none());
            PreparedQuery wanted = filtered ? query.with(List.of(AddedFilter.withValue("x"))) : query;
            HardCodedValueFinder.of(query.query(), dialect, ColumnFacts.none(), Set.of());
            Statement statement = wanted.rewrite(new Choices(parameters, chosen), view, Statement.NO_CAP);
            if (parameters.isEmpty() && !filtered && view.equals(ResultShape.allRows())) {
                // Only the semicolon and a comment after it are removed.
                assertThat(text).startsWith(statement.text());
                assertThat(text.substring(statement.text().length())).matches("(?s)|;.*");
            }
        } catch (ProblemException e) {
            assertThat(e.problems()).isNotEmpty();
            boolean unsound =
                    e.problems().stream().map(Problem::kind).anyMatch(ProblemKind.VERIFICATION_FAILED::equals);
            assertThat(unsound && isSql(text, dialect))
                    .as("its own check refuses a query")
                    .isFalse();
        }
    }

    /** What no parser accepts may be rejected by any check. This parser treats #, -- and // as comments in every dialect. */
    private static boolean isSql(String text, Dialect dialect) {
        boolean mariaDb = dialect.name().equals("mariadb");
        boolean otherComments = mariaDb ? text.matches("(?s).*--\\S.*") : text.indexOf('#') >= 0;
        // It accepts keywords as table names, unlike any database.
        boolean clauseAsName = CLAUSE_AS_NAME.matcher(text).find();
        if (otherComments || clauseAsName || text.contains("//")) {
            return false;
        }
        try {
            // It also ends a statement at two empty lines and reads no further.
            CCJSqlParserUtil.parse(text.replaceAll("[\\r\\n]+", "\n"), parser -> parser.withTimeOut(2_000));
            return true;
        } catch (JSQLParserException | RuntimeException | Error e) {
            return false;
        }
    }

    private static Choice choice(int kind) {
        Value value = new Value.Text("a");
        return switch (kind) {
            case 0 -> new Choice.Blank();
            case 1 -> new Choice.One(value);
            case 2 -> new Choice.Many(List.of(value, new Value.Text("b")), false);
            case 3 -> new Choice.Many(List.of(value), true);
            default -> new Choice.All();
        };
    }
}
