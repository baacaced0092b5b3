package plainsieve.bench;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import net.sf.jsqlparser.JSQLParserException;
import net.sf.jsqlparser.parser.CCJSqlParserUtil;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;

/**
 * The time to parse a query, to rewrite the parsed query for choices, and to parse the same text with the
 * general parser that tests use as an independent one. The demo query has 12 lines; longer texts are unions of it.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
public class RewriteBenchmark {
    static final String LATE_CROSSINGS = """
            select p.name as port, v.name as vessel,
                   c.departed_at, c.delay_min, c.passengers
            from crossings c
            join ports p using (port_id)
            left join vessels v using (vessel_id)
            where p.name in (:port)
              and c.departed_at >= :from
              and c.departed_at < :to + interval '1 day'
              and c.state = 'SAILED'
              and c.delay_min >= :min_delay
              and v.name = :vessel
            order by c.departed_at, c.crossing_id""";

    /** How many times the demo query is in the text. */
    @Param({"1", "8", "83"})
    private int times;

    private final Dialect dialect = Dialects.of("postgresql");
    private final Choices choices = demoChoices();
    private String text;
    private PreparedQuery prepared;

    @Setup
    public void read() {
        String without = LATE_CROSSINGS.substring(0, LATE_CROSSINGS.indexOf("\norder by"));
        text = times == 1 ? LATE_CROSSINGS : String.join("\nunion all\n", Collections.nCopies(times, without));
        prepared = PreparedQuery.of(text, dialect);
    }

    static Choices demoChoices() {
        Map<String, Parameter> parameters = new LinkedHashMap<>();
        List.of(
                        Parameter.of("port", Type.TEXT).asMultiple(),
                        Parameter.of("from", Type.DATE),
                        Parameter.of("to", Type.DATE),
                        Parameter.of("min_delay", Type.INTEGER),
                        Parameter.of("vessel", Type.TEXT))
                .forEach(parameter -> parameters.put(parameter.name(), parameter));
        Map<String, Choice> chosen = ChoiceReader.readAll(
                parameters,
                Map.of(
                        "port", ChoiceText.of("Ardlow", "Skerrin"),
                        "from", ChoiceText.of("2026-03-01"),
                        "to", ChoiceText.of("2026-03-31"),
                        "min_delay", ChoiceText.of("15")));
        return new Choices(parameters, chosen);
    }

    @Benchmark
    public PreparedQuery prepare() {
        return PreparedQuery.of(text, dialect);
    }

    @Benchmark
    public Statement apply() {
        return prepared.rewrite(choices, ResultShape.allRows(), 1000);
    }

    /** The general parser on the same text. */
    @Benchmark
    public Object generalParser() throws JSQLParserException {
        return CCJSqlParserUtil.parse(text);
    }
}
