package plainsieve.server.results.rehearsal;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.core.rehearsal.RehearsalCase;
import plainsieve.server.access.accounts.Permissions;
import plainsieve.server.access.accounts.ViewAs;

/** Those a report is for: where something is held, it is tried as each of them would open it. */
@Component
class Audiences {
    /** Of people there may be thousands, and they are held alike. */
    private static final int MOST_PEOPLE = 50;

    private final ViewAs viewAs;
    private final Permissions permissions;

    Audiences(ViewAs viewAs, Permissions permissions) {
        this.viewAs = viewAs;
        this.permissions = permissions;
    }

    /** The report as it opens, as each group where groups say what belongs to them, and as each person where a query does. */
    List<Rehearsals.CaseForAudience> turns(DraftOrders.OnStage on) {
        Set<RowAccessRule.By> held = on.project().parameters().values().stream()
                .map(definition -> definition.hold().by())
                .collect(Collectors.toSet());
        boolean byName = held.contains(RowAccessRule.By.QUERY) || held.contains(RowAccessRule.By.CLAIM);
        boolean byGroup = held.contains(RowAccessRule.By.GROUP) && !byName;
        return viewAs.all(on.project().id()).stream()
                .filter(one -> one.isGroup() ? byGroup : byName)
                .filter(one -> permissions.isFor(
                        stageFor(on, one.as()).caller(),
                        on.project().id(),
                        on.report().id()))
                .limit(MOST_PEOPLE)
                .map(one -> new Rehearsals.CaseForAudience(
                        one.as(), new RehearsalCase("as " + one.name(), Map.of(), false)))
                .toList();
    }

    /** The stage as someone sees it. @param as empty for who rehearses */
    DraftOrders.OnStage stageFor(DraftOrders.OnStage on, String as) {
        return as.isEmpty()
                ? on
                : new DraftOrders.OnStage(
                        on.project(),
                        viewAs.as(as, on.caller().id(), on.project().id()),
                        on.report());
    }
}
