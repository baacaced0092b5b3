package plainsieve.server.http.results;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import plainsieve.server.body.QuestionBodies;
import plainsieve.sources.Cancellation;

/**
 * The running requests of a page. The rows view has the source to itself until its first rows or a short timeout; then the other
 * views run concurrently.
 */
final class PageExecution {
    private static final int AT_ONCE = 4;
    private static final long HEAD_START_MILLIS = 250;

    private final PageResultStream answer;
    private final RunStreaming runStreaming;
    private final List<Mine> views = new ArrayList<>();
    private final List<Mine> leading;
    private final Queue<Mine> others;
    private final Optional<Supplier<QuestionBodies.QuestionBody>> question;

    PageExecution(ReportPageRequest page, PageResultStream answer, RunStreaming runStreaming) {
        this.answer = answer;
        this.runStreaming = runStreaming;
        this.question = page.question();
        for (ReportPageRequest.View view : page.views()) {
            views.add(new Mine(view, answer.outlet(views.size())));
        }
        leading =
                views.stream().filter(mine -> mine.view.leads()).limit(AT_ONCE).toList();
        others = new ConcurrentLinkedQueue<>(views);
        others.removeAll(leading);
    }

    /** One view of it. */
    private final class Mine implements LineSink {
        private final ReportPageRequest.View view;
        private final LineSink lineSink;
        private final ResultSubscriber reader;
        private final CompletableFuture<Void> comes = new CompletableFuture<>();
        private volatile boolean begun;

        Mine(ReportPageRequest.View view, LineSink lineSink) {
            this.view = view;
            this.lineSink = lineSink;
            this.reader = new ResultSubscriber(this, view.refresh());
            reader.end().whenComplete((done, failure) -> Optional.ofNullable(failure)
                    .ifPresent(why -> send(lineSink, runStreaming.failed(why))));
        }

        @Override
        public void write(ByteBuffer lines) throws IOException {
            comes.complete(null);
            lineSink.write(lines);
        }

        @Override
        public void end() {
            comes.complete(null);
            lineSink.end();
        }

        void ask() {
            begun = true;
            runStreaming.execute(view.order(), reader);
        }

        boolean isOver() {
            return reader.end().isDone();
        }

        /** Whether it is running. */
        boolean isUnderWay() {
            return begun && !isOver();
        }
    }

    void begin() {
        question.ifPresent(asked -> runStreaming.begin(() -> sendQuestion(asked)));
        leading.forEach(mine -> runStreaming.begin(() -> {
            mine.ask();
            startOthers();
        }));
        CompletableFuture.allOf(leading.stream().map(mine -> mine.comes).toArray(CompletableFuture[]::new))
                .completeOnTimeout(null, HEAD_START_MILLIS, TimeUnit.MILLISECONDS)
                .thenRun(() -> beginQueued(AT_ONCE - leading.size()));
    }

    private void beginQueued(int most) {
        int some = Math.min(most, others.size());
        for (int i = 0; i < some; i++) {
            if (leading.isEmpty()) {
                runStreaming.begin(this::startOthers);
            } else {
                // At the limit, the threads of the leading views run the others. This thread may be the one for all
                // timeouts.
                runStreaming.tryBegin(this::startOthers);
            }
        }
    }

    private void startOthers() {
        for (Mine next = others.poll(); next != null; next = others.poll()) {
            next.ask();
        }
    }

    private void sendQuestion(Supplier<QuestionBodies.QuestionBody> asked) {
        LineSink lineSink = answer.outlet(RunEvent.Section.QUESTION);
        try {
            send(lineSink, runStreaming.questionLine(asked.get()));
        } catch (RuntimeException | Error e) {
            send(lineSink, runStreaming.failed(e));
        } finally {
            lineSink.end();
        }
    }

    /** Reports the progress of each running view. Queued views report nothing. */
    void reportProgress() {
        views.stream()
                .filter(Mine::isUnderWay)
                .forEach(mine -> send(mine.lineSink, runStreaming.standing(mine.reader)));
    }

    /** Cancels all views. */
    void cancel(Cancellation.Reason why) {
        for (Mine next = others.poll(); next != null; next = others.poll()) {
            next.reader.fails(SharedExecutions.stopped());
        }
        views.stream().filter(mine -> !mine.isOver()).forEach(mine -> mine.reader.cancel(why));
    }

    private static void send(LineSink lineSink, byte[] line) {
        try {
            lineSink.write(ByteBuffer.wrap(line));
        } catch (IOException e) {
            // The reader has disconnected, which is detected when the response is written.
        }
    }
}
