package plainsieve.core.pushdown;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import plainsieve.core.federation.FederatedStatement;
import plainsieve.core.federation.SourcePart;
import plainsieve.core.request.RequestText;
import plainsieve.core.statement.Statement;

/**
 * Values that can be sent from one source to another to fetch only matching rows.
 *
 * @param from the source that provides them
 * @param columns the names of their columns there
 */
public record KeyTransfer(String from, String to, Set<String> columns) {
    public KeyTransfer {
        columns = Set.copyOf(columns);
    }

    /** The possible key transfers of a federated query text. */
    public static List<KeyTransfer> of(String text) {
        FederatedStatement parts = FederatedStatement.of(new Statement(text, List.of(), List.of(), Statement.NO_CAP));
        Map<String, FederatedStatement.PartStatement> byName = new LinkedHashMap<>();
        parts.parts().forEach(one -> byName.put(one.part().name(), one));
        Map<List<String>, Set<String>> columns = new LinkedHashMap<>();
        for (PartPushdown.KeyDependency link : PartPushdown.of(parts).links()) {
            FederatedStatement.PartStatement to = byName.get(link.part());
            SourcePart from = byName.get(link.of()).part();
            boolean travels = !from.source().equals(to.part().source())
                    && PushedFilters.can(to.statement())
                    && !RequestText.isRequest(to.part().text());
            if (travels) {
                columns.computeIfAbsent(List.of(from.source(), to.part().source()), pair -> new TreeSet<>())
                        .add(link.among());
            }
        }
        List<KeyTransfer> all = new ArrayList<>();
        columns.forEach((pair, names) -> all.add(new KeyTransfer(pair.get(0), pair.get(1), names)));
        return all;
    }
}
