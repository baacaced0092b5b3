package plainsieve.server.results.rehearsal;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import org.springframework.stereotype.Service;
import plainsieve.core.rehearsal.RehearsalCase;
import plainsieve.core.rehearsal.RehearsalCases;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.runtime.execution.ServerExecutors;

/** Tries every parameter of a report draft with unusual values, case by case, in the background. */
@Service
public class Rehearsals {
    private final RehearsalSetup rehearsalSetup;
    private final RehearsalRunner rehearsalRunner;
    private final Audiences audiences;
    private final Clock clock;
    private final Map<String, StoredRehearsal> latest = new ConcurrentHashMap<>();
    private final ExecutorService threads;

    /** A case for an audience. @param as whom to view as; empty for the rehearsing author */
    record CaseForAudience(String as, RehearsalCase one) {}

    private record StoredRehearsal(Rehearsal rehearsal, List<CaseForAudience> turns) {}

    Rehearsals(
            RehearsalSetup rehearsalSetup,
            RehearsalRunner rehearsalRunner,
            Audiences audiences,
            ServerExecutors executors,
            Clock clock) {
        this.threads = executors.runs();
        this.rehearsalSetup = rehearsalSetup;
        this.rehearsalRunner = rehearsalRunner;
        this.audiences = audiences;
        this.clock = clock;
    }

    private static String key(Project project, String reportId) {
        return project.id() + "/" + reportId;
    }

    private Optional<Rehearsal> last(Project project, String reportId) {
        return Optional.ofNullable(latest.get(key(project, reportId))).map(StoredRehearsal::rehearsal);
    }

    /** The state of the last rehearsal of a report. */
    public Optional<Rehearsal.RehearsalState> state(Project project, String reportId) {
        return last(project, reportId).map(Rehearsal::state);
    }

    /** Starts a new rehearsal; one of this report that still runs continues and is returned. */
    public synchronized Rehearsal.RehearsalState start(Project project, Caller caller, String reportId) {
        DraftOrders.OnStage on = new DraftOrders.OnStage(project, caller, project.report(reportId));
        Optional<Rehearsal> before = last(project, reportId).filter(Rehearsal::isRunning);
        if (before.isPresent()) {
            return before.get().state();
        }
        Map<String, Double> listMillis = new LinkedHashMap<>();
        List<CaseForAudience> turns = new ArrayList<>();
        RehearsalCases.of(rehearsalSetup.rehearsed(on, listMillis))
                .forEach(one -> turns.add(new CaseForAudience("", one)));
        turns.addAll(audiences.turns(on));
        Rehearsal rehearsal = new Rehearsal(turns.size(), clock.instant().toString());
        rehearsal.found(RehearsalFindings.of(project, on.report(), listMillis));
        latest.put(key(project, reportId), new StoredRehearsal(rehearsal, turns));
        threads.execute(() -> goOn(on, rehearsal, turns));
        return rehearsal.state();
    }

    public void stop(Project project, String reportId) {
        last(project, reportId).ifPresent(Rehearsal::stop);
    }

    /** Resumes a cancelled rehearsal; starts one if there is none. */
    public Rehearsal.RehearsalState resume(Project project, Caller caller, String reportId) {
        StoredRehearsal kept = latest.get(key(project, reportId));
        if (kept == null) {
            return start(project, caller, reportId);
        }
        DraftOrders.OnStage on = new DraftOrders.OnStage(project, caller, project.report(reportId));
        if (kept.rehearsal().resume()) {
            threads.execute(() -> goOn(on, kept.rehearsal(), kept.turns()));
        }
        return kept.rehearsal().state();
    }

    @PreDestroy
    void close() {
        latest.values().forEach(kept -> kept.rehearsal().stop());
    }

    private void goOn(DraftOrders.OnStage on, Rehearsal rehearsal, List<CaseForAudience> all) {
        synchronized (rehearsal.turn()) {
            while (rehearsal.isRunning() && rehearsal.done() < all.size()) {
                CaseForAudience turn = all.get(rehearsal.done());
                rehearsal.add(rehearsalRunner.perform(audiences.stageFor(on, turn.as()), turn.one()));
            }
            rehearsal.end();
        }
    }
}
