package plainsieve.sources.web;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.function.BiFunction;
import plainsieve.core.dialect.Functions;
import plainsieve.core.evidence.Plan;
import plainsieve.core.evidence.PlanStep;
import plainsieve.core.evidence.Where;
import plainsieve.core.request.Directions;
import plainsieve.core.request.RowsNeeded;
import plainsieve.core.request.SentRequest;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Answer;
import plainsieve.sources.AnswerLook;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Catalogue;
import plainsieve.sources.Dispatch;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.ShowsAnswers;
import plainsieve.sources.Source;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.engine.Engines;
import plainsieve.sources.engine.OpenEngine;
import plainsieve.sources.jdbc.DuckDbVendor;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * A service over HTTP. What is sent is a request; the rows of its answer are fetched and put into an engine of this process, which
 * the SQL behind the request asks.
 */
public final class WebSource implements Source, ShowsAnswers {
    private static final Duration SIGN_OF_LIFE = Duration.ofSeconds(10);
    private static final long MOST_OF_A_SIGN = 1 << 24;
    private static final double NANOS_PER_MILLI = 1e6;
    private static final int NOT_FOUND = 404;

    private final SourceAccess access;
    private final Engines engines;
    private final ScheduledExecutorService clock;
    private final Path folder;
    private final HttpAsking asking;
    private final Answers answers;
    private final Looking looking;

    /**
     * @param folder of the server's own for what is kept of the answers
     * @param clock says when runs have taken too long; the caller owns it
     */
    public WebSource(
            SourceAccess access, Path folder, Engines engines, Reaching reaching, ScheduledExecutorService clock) {
        this.access = access;
        this.folder = folder;
        this.engines = engines;
        this.clock = clock;
        this.asking = new HttpAsking(access, reaching.hosts(), reaching.limits());
        this.answers = new Answers(new AnswerFetch(asking, reaching.limits(), engines.each(), folder), asking, clock);
        this.looking = new Looking(asking, reaching.limits(), engines.each(), folder);
    }

    /** What a service may be asked for. */
    public record Reaching(AllowedHosts hosts, WebLimits limits) {}

    @Override
    public Answer run(Dispatch what, RunLimits limits, Cancellation cancellation, RowReceiver receiver) {
        long start = System.nanoTime();
        Asked asked = asked(what, limits, cancellation);
        double millis = (System.nanoTime() - start) / NANOS_PER_MILLI;
        return asked.on((engine, sql) -> engine.run(sql, limits, cancellation, receiver))
                .madeOf(asked.facts().rows(), millis);
    }

    @Override
    public Plan explain(Dispatch what, boolean measured, RunLimits limits, Cancellation cancellation) {
        Asked asked = asked(what, limits, cancellation);
        Plan here = asked.on((engine, sql) -> engine.explain(sql, measured, limits, cancellation));
        AnswerFacts facts = asked.facts();
        List<PlanStep> steps = new ArrayList<>();
        steps.add(PlanStep.fetched(facts.inWords(), facts.rows()));
        facts.unread().forEach(words -> steps.add(PlanStep.named(words)));
        steps.addAll(here.steps());
        return new Plan(steps, List.of(), Where.NOT_KNOWN, "");
    }

    @Override
    public AnswerLook look(Dispatch what, RunLimits limits, Cancellation cancellation) {
        ScheduledFuture<?> alarm = alarm(limits.longest(), cancellation);
        try {
            return looking.look(SentRequest.of(((Dispatch.Sql) what).statement()), cancellation);
        } finally {
            alarm.cancel(false);
        }
    }

    private ScheduledFuture<?> alarm(Duration longest, Cancellation cancellation) {
        return clock.schedule(
                () -> cancellation.stop(Cancellation.Reason.TIME_LIMIT), longest.toMillis(), TimeUnit.MILLISECONDS);
    }

    /** An answer whose rows can be asked until it is left. */
    private record Asked(SentRequest request, AnswerFacts facts, OpenEngine engine) {
        <T> T on(BiFunction<Source, Dispatch, T> question) {
            try {
                return question.apply(engine.source(), new Dispatch.Sql(request.sql()));
            } catch (SourceFailure e) {
                OptionalInt inAll = e.position().isPresent()
                        ? OptionalInt.of(e.position().getAsInt() + request.sqlStart())
                        : OptionalInt.empty();
                throw e.at(inAll);
            } finally {
                engine.leave();
            }
        }
    }

    private Asked asked(Dispatch what, RunLimits limits, Cancellation cancellation) {
        SentRequest request = SentRequest.of(((Dispatch.Sql) what).statement());
        OptionalLong needed = RowsNeeded.of(request.sql(), access.settings().dialect());
        while (true) {
            KeptAnswer answer = answers.to(request, needed, limits.longest(), cancellation);
            Optional<OpenEngine> engine = answer.entered(this::opened);
            if (engine.isPresent()) {
                return new Asked(request, answer.facts(), engine.get());
            }
            // A newer answer has taken its place at this moment.
        }
    }

    private OpenEngine opened(Path database) {
        Source source = new JdbcSource(
                access,
                new DuckDbVendor(database.toString(), List.of(), engines.each().settings()),
                clock);
        OpenEngine engine = new OpenEngine(source, engines, () -> {});
        try {
            engines.add(engine);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            source.close();
            throw new SourceFailure(SourceFailure.Kind.STOPPED, "The run was stopped.", "Run it again.", e);
        }
        return engine;
    }

    /** What a request brings is known when it was asked. */
    @Override
    public Catalogue catalogue(RunLimits limits, Cancellation cancellation) {
        return new Catalogue(List.of(), List.of(), new Functions(Map.of()));
    }

    @Override
    public String health() {
        Cancellation cancellation = new Cancellation();
        ScheduledFuture<?> alarm = alarm(SIGN_OF_LIFE, cancellation);
        try {
            Files.createDirectories(folder);
            Path target = Files.createTempFile(folder, "sign", ".draft");
            try {
                URI address = asking.address("");
                Page page = asking.askOnce(address, nothing(), target, MOST_OF_A_SIGN, cancellation);
                if (page.status() >= 300 && page.status() != NOT_FOUND) {
                    throw asking.failures().of(page);
                }
                return page.headers()
                        .firstValue("Server")
                        .filter(name -> !name.isBlank())
                        .orElse("answers");
            } finally {
                Files.deleteIfExists(target);
            }
        } catch (IOException e) {
            throw asking.failures().full(e);
        } finally {
            alarm.cancel(false);
        }
    }

    private static SentRequest nothing() {
        Directions read =
                new Directions("", Optional.empty(), new Directions.Paging.None(), Map.of(), Optional.empty());
        return new SentRequest(
                false, "", Map.of(), Optional.empty(), read, new Statement("", List.of(), List.of(), 0), 0, "");
    }

    @Override
    public void close() {
        answers.close();
    }
}
