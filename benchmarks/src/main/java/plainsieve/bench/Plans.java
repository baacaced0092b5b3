package plainsieve.bench;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.Statement;
import plainsieve.sources.SourceKind;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * On a million crossings in PostgreSQL and MariaDB: the time of our statement against the best SQL by hand for the same
 * choices, and against the same query with optional filters written by hand. The three take turns; medians are shown.
 */
public final class Plans {
    private static final int CROSSINGS = 1_000_000;
    private static final InTurns TURNS = new InTurns(5, 25);

    private Plans() {}

    public static void main(String[] arguments) throws Exception {
        Servers.each(CROSSINGS, Plans::measure);
    }

    private static void measure(JdbcSource source) {
        SourceKind kind = SourceKind.ofWord(source.dialect().name()).orElseThrow();
        System.out.printf(
                "plan  %-34s %9s %9s %9s %7s %9s%n",
                kind.title(), "ours ms", "hand ms", "idiom ms", "ours/h", "idiom/ours", "text");
        for (PlanCase made : PlanCase.all(kind)) {
            Statement ours = ours(made, source);
            Statement hand = plain(made.byHand(), made, source);
            Statement idiom = plain(made.withIdioms(), made, source);
            long rows = InTurns.rows(source, ours);
            if (rows != InTurns.rows(source, hand) || rows != InTurns.rows(source, idiom)) {
                throw new IllegalStateException(made.name() + ": the three do not give the same rows");
            }
            double[] medians = TURNS.medians(source, List.of(ours, hand, idiom));
            System.out.printf(
                    "plan  %-34s %9.2f %9.2f %9.2f %7.2f %9.1f %s%n",
                    made.name(),
                    medians[0],
                    medians[1],
                    medians[2],
                    medians[0] / medians[1],
                    medians[2] / medians[0],
                    ours.text().equals(hand.text()) ? "as by hand" : "other");
        }
    }

    private static Statement ours(PlanCase made, JdbcSource source) {
        Map<String, Parameter> parameters = new LinkedHashMap<>();
        Map<String, ChoiceText> choices = new LinkedHashMap<>();
        made.parameters().forEach(parameter -> parameters.put(parameter.name(), parameter));
        made.parameters()
                .forEach(parameter -> choices.put(
                        parameter.name(), made.choices().getOrDefault(parameter.name(), ChoiceText.blank())));
        return PreparedQuery.of(made.written(), source.dialect())
                .rewrite(
                        new Choices(parameters, ChoiceReader.readAll(parameters, choices)),
                        Wanted.allRows(),
                        Statement.NO_CAP);
    }

    /** A statement as written, each value bound where it stands. */
    private static Statement plain(PlanCase.Bindings written, PlanCase made, JdbcSource source) {
        List<BoundValue> values = new ArrayList<>();
        int at = -1;
        for (plainsieve.core.statement.Bound bound : written.values()) {
            at = written.text().indexOf('?', at + 1);
            values.add(new BoundValue("", at, bound));
        }
        return new Statement(written.text(), values, List.of(), Statement.NO_CAP);
    }
}
