package plainsieve.core.federation;

import java.util.List;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;

/**
 * A cross-source statement: one part per source and the SQL over all of their rows.
 *
 * @param localSql positions are relative to its start
 * @param localSqlStart its offset in the outgoing text
 */
public record FederatedStatement(List<PartStatement> parts, Statement localSql, int localSqlStart) {
    /** A statement for one source; positions are relative to its own text. */
    public record PartStatement(SourcePart part, Statement statement) {}

    public FederatedStatement {
        parts = List.copyOf(parts);
    }

    /** Whether an outgoing text is a federated statement. */
    public static boolean isOne(String text) {
        return FederatedQueryText.isOne(text);
    }

    public static FederatedStatement of(Statement statement) {
        FederatedQueryText text = FederatedQueryText.read(statement.text());
        return new FederatedStatement(
                text.parts().stream()
                        .map(part ->
                                new PartStatement(part, slice(statement, part.start(), part.end(), Statement.NO_CAP)))
                        .toList(),
                slice(statement, text.localSqlStart(), statement.text().length(), statement.cap()),
                text.localSqlStart());
    }

    private static Statement slice(Statement whole, int start, int end, long cap) {
        return new Statement(
                whole.text().substring(start, end),
                whole.values().stream()
                        .filter(value -> value.offset() >= start && value.offset() < end)
                        .map(value -> value.shiftedBy(-start))
                        .toList(),
                whole.placements().stream()
                        .filter(place -> isWithin(place, start, end))
                        .map(place -> place.shiftedBy(-start))
                        .toList(),
                cap);
    }

    private static boolean isWithin(Placement place, int start, int end) {
        return place.sentStart() >= start && place.sentStart() <= end;
    }
}
