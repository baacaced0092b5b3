package plainsieve.server.api.viewer;

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
import java.util.stream.Stream;
import plainsieve.server.api.body.SaidBodies;
import plainsieve.sources.Cancellation;

/**
 * What a page asks for, under way. Its rows, which are looked at first, have the source for themselves until they begin to come,
 * though not for long; then the others are asked for, some at once.
 */
final class PageRun {
    private static final int AT_ONCE = 4;
    private static final long HEAD_START_MILLIS = 250;

    private final PageAnswer answer;
    private final Streams streams;
    private final List<Mine> views = new ArrayList<>();
    private final Queue<Mine> others = new ConcurrentLinkedQueue<>();
    private final Optional<Supplier<SaidBodies.QuestionBody>> question;

    PageRun(PageAsked page, PageAnswer answer, Streams streams) {
        this.answer = answer;
        this.streams = streams;
        this.question = page.question();
        for (PageAsked.View view : page.views()) {
            views.add(new Mine(view, answer.outlet(views.size())));
        }
        views.stream().filter(mine -> !mine.view.leads()).forEach(others::add);
    }

    /** One view of it. */
    private final class Mine implements Outlet {
        private final PageAsked.View view;
        private final Outlet outlet;
        private final RunReader reader = new RunReader(this);
        private final CompletableFuture<Void> comes = new CompletableFuture<>();
        private volatile boolean begun;

        Mine(PageAsked.View view, Outlet outlet) {
            this.view = view;
            this.outlet = outlet;
            reader.end().whenComplete((done, failure) -> Optional.ofNullable(failure)
                    .ifPresent(why -> tell(outlet, streams.failed(why))));
        }

        @Override
        public void give(ByteBuffer lines) throws IOException {
            comes.complete(null);
            outlet.give(lines);
        }

        @Override
        public void end() {
            comes.complete(null);
            outlet.end();
        }

        void ask() {
            begun = true;
            streams.ask(view.order(), reader);
        }

        boolean isOver() {
            return reader.end().isDone();
        }

        /** How it stands. @param before how many of the page are before it */
        byte[] standing(int before) {
            return begun ? streams.standing(reader) : streams.waiting(before);
        }
    }

    void begin() {
        question.ifPresent(asked -> streams.begin(() -> say(asked)));
        Stream<Mine> leading = views.stream().filter(mine -> mine.view.leads());
        CompletableFuture<?>[] rows = leading.map(mine -> {
                    streams.begin(mine::ask);
                    return mine.comes;
                })
                .toArray(CompletableFuture[]::new);
        CompletableFuture.allOf(rows)
                .completeOnTimeout(null, HEAD_START_MILLIS, TimeUnit.MILLISECONDS)
                .thenRun(this::beginOthers);
    }

    private void beginOthers() {
        int some = Math.min(AT_ONCE, others.size());
        for (int i = 0; i < some; i++) {
            streams.begin(this::askOthers);
        }
    }

    private void askOthers() {
        for (Mine next = others.poll(); next != null; next = others.poll()) {
            next.ask();
        }
    }

    private void say(Supplier<SaidBodies.QuestionBody> asked) {
        Outlet outlet = answer.outlet(RunEvent.Of.QUESTION);
        try {
            tell(outlet, streams.said(asked.get()));
        } catch (RuntimeException | Error e) {
            tell(outlet, streams.failed(e));
        } finally {
            outlet.end();
        }
    }

    /** Says of each that is not over how it stands. */
    void tellStanding() {
        List<Mine> open = views.stream().filter(mine -> !mine.isOver()).toList();
        for (Mine mine : open) {
            tell(mine.outlet, mine.standing(open.indexOf(mine)));
        }
    }

    /** Nobody wants any of it any more. */
    void leave(Cancellation.Reason why) {
        for (Mine next = others.poll(); next != null; next = others.poll()) {
            next.reader.fails(SharedRuns.stopped());
        }
        views.stream().filter(mine -> !mine.isOver()).forEach(mine -> mine.reader.leave(why));
    }

    private static void tell(Outlet outlet, byte[] line) {
        try {
            outlet.give(ByteBuffer.wrap(line));
        } catch (IOException e) {
            // Nobody reads any more, which is noticed where the answer is delivered.
        }
    }
}
