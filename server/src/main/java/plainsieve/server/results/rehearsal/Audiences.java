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

/** The audiences of a report: with row access, it is rehearsed as each of them. */
@Component
class Audiences {
    /** There may be thousands of users with similar restrictions. */
    private static final int MOST_PEOPLE = 50;

    private final ViewAs viewAs;
    private final Permissions permissions;

    Audiences(ViewAs viewAs, Permissions permissions) {
        this.viewAs = viewAs;
        this.permissions = permissions;
    }

    /** The default view, plus each group for rules by group, and each user for rules by query. */
    List<Rehearsals.CaseForAudience> turns(DraftOrders.OnStage on) {
        Set<RowAccessRule.By> held = on.project().parameters().values().stream()
                .map(definition -> definition.rowAccess().by())
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

    /** The stage as seen by an audience. @param as empty for the rehearsing author */
    DraftOrders.OnStage stageFor(DraftOrders.OnStage on, String as) {
        return as.isEmpty()
                ? on
                : new DraftOrders.OnStage(
                        on.project(),
                        viewAs.as(as, on.caller().id(), on.project().id()),
                        on.report());
    }
}
