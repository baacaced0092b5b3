package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Supplier;
import plainsieve.core.federation.FederatedQueryText;
import plainsieve.core.federation.SourcePart;
import plainsieve.core.parameter.Choices;
import plainsieve.core.request.LeadingRequest;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.TextLocation;

/** The parsed parts of a cross-source query. Immutable. */
public final class PreparedParts implements LeadingRequest {
    private final FederatedQueryText text;
    private final List<PreparedPart> sides;

    /** The query of one source. Positions are relative to its start. */
    public record PreparedPart(SourcePart side, PreparedQuery query) {}

    private PreparedParts(FederatedQueryText text, List<PreparedPart> sides) {
        this.text = text;
        this.sides = List.copyOf(sides);
    }

    /** Throws {@link ProblemException} with the position in the whole text if a part cannot be parsed. */
    static PreparedParts of(FederatedQueryText text) {
        List<PreparedPart> sides = new ArrayList<>();
        for (SourcePart part : text.parts()) {
            sides.add(new PreparedPart(
                    part, withLocation(text, part, () -> PreparedQuery.ofAny(part.text(), part.dialect()))));
        }
        return new PreparedParts(text, sides);
    }

    /** The text that all of it was read from. */
    String whole() {
        return text.whole();
    }

    public List<PreparedPart> sides() {
        return sides;
    }

    @Override
    public Set<String> parameterNames() {
        Set<String> names = new LinkedHashSet<>();
        sides.forEach(one -> names.addAll(one.query().parameterNames()));
        return names;
    }

    @Override
    public List<NamedPlaceholder> places() {
        List<NamedPlaceholder> places = new ArrayList<>();
        for (PreparedPart one : sides) {
            int start = one.side().start();
            one.query()
                    .places()
                    .forEach(place ->
                            places.add(new NamedPlaceholder(place.name(), place.start() + start, place.end() + start)));
        }
        return places;
    }

    @Override
    public Statement inFrontOf(Statement sql, Choices choices) {
        List<Statement> asked = new ArrayList<>();
        for (PreparedPart one : sides) {
            asked.add(withLocation(
                    text, one.side(), () -> one.query().rewrite(choices, ResultShape.allRows(), Statement.NO_CAP)));
        }
        return joined(asked, sql);
    }

    private Statement joined(List<Statement> asked, Statement sql) {
        List<SourcePart> sent = new ArrayList<>();
        for (int i = 0; i < asked.size(); i++) {
            sent.add(sides.get(i).side().withText(asked.get(i).text()));
        }
        int blanks = sql.text().length() - sql.text().stripLeading().length();
        FederatedQueryText whole = FederatedQueryText.of(sent, sql.text().substring(blanks));
        List<BoundValue> values = new ArrayList<>();
        List<Placement> placements = new ArrayList<>();
        for (int i = 0; i < asked.size(); i++) {
            int start = whole.parts().get(i).start();
            int written = sides.get(i).side().start();
            asked.get(i).values().forEach(value -> values.add(value.shiftedBy(start)));
            asked.get(i)
                    .placements()
                    .forEach(place -> placements.add(place.shiftedBy(start).writtenBehind(written)));
        }
        int shift = whole.localSqlStart() - blanks;
        sql.values().forEach(value -> values.add(value.shiftedBy(shift)));
        sql.placements().forEach(place -> placements.add(place.shiftedBy(shift)));
        return new Statement(whole.whole(), values, placements, sql.cap());
    }

    /** Problems in a part are reported at their position in the whole text. */
    private static <T> T withLocation(FederatedQueryText text, SourcePart part, Supplier<T> work) {
        try {
            return work.get();
        } catch (ProblemException e) {
            throw new ProblemException(e.problems().stream()
                    .map(problem -> new Problem(
                            problem.kind(),
                            problem.message(),
                            problem.advice(),
                            problem.place().map(location -> locate(text, part, location)),
                            problem.parameter()))
                    .toList());
        }
    }

    private static TextLocation locate(FederatedQueryText text, SourcePart part, TextLocation location) {
        return TextLocation.of(text.whole(), location.start() + part.start(), location.end() + part.start());
    }
}
