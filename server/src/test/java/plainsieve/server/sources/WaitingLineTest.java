package plainsieve.server.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.Executor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import plainsieve.sources.Cancellation;
import plainsieve.sources.SourceFailure;

class WaitingLineTest {
    private static final Duration LONG = Duration.ofSeconds(20);
    private static final Executor THREADS = task -> new Thread(task).start();

    private final WaitingLine line = new WaitingLine("harbour", 1);
    private final List<String> went = Collections.synchronizedList(new ArrayList<>());
    private final AtomicInteger told = new AtomicInteger(-1);

    private CompletableFuture<Void> enters(String asks, String name) throws InterruptedException {
        CompletableFuture<Void> entering = CompletableFuture.runAsync(
                () -> {
                    line.enter(asks, new Cancellation(), LONG, before -> {});
                    went.add(name);
                    line.leave();
                },
                THREADS);
        // The order of their coming is what is tested.
        TimeUnit.MILLISECONDS.sleep(60);
        return entering;
    }

    private void takeThePlace() {
        line.enter("somebody", new Cancellation(), LONG, before -> {});
    }

    @Test
    void letsThoseWhoAskGoInByTurns() throws Exception {
        takeThePlace();
        List<CompletableFuture<Void>> all = new ArrayList<>();
        for (String name : List.of("a1", "a2", "a3", "b1", "c1", "b2")) {
            all.add(enters(name.substring(0, 1), name));
        }
        line.leave();
        all.forEach(CompletableFuture::join);
        assertThat(went).containsExactly("a1", "b1", "c1", "a2", "b2", "a3");
    }

    @Test
    void tellsHowManyGoBefore() throws Exception {
        takeThePlace();
        List<CompletableFuture<Void>> all = new ArrayList<>();
        for (String name : List.of("a1", "a2", "a3", "b1")) {
            all.add(enters(name.substring(0, 1), name));
        }
        CompletableFuture<Void> mine = CompletableFuture.runAsync(
                () -> {
                    line.enter("b", new Cancellation(), LONG, told::set);
                    line.leave();
                },
                THREADS);
        TimeUnit.MILLISECONDS.sleep(700);
        assertThat(told).hasValue(3);
        line.leave();
        all.forEach(CompletableFuture::join);
        mine.join();
    }

    @Test
    void whoIsStoppedOrHasWaitedTooLongTakesNoPlace() throws Exception {
        takeThePlace();
        Cancellation cancellation = new Cancellation();
        CompletableFuture<Void> stopped =
                CompletableFuture.runAsync(() -> line.enter("a", cancellation, LONG, before -> {}), THREADS);
        TimeUnit.MILLISECONDS.sleep(60);
        cancellation.stop(Cancellation.Reason.ASKED);
        assertThatThrownBy(stopped::join)
                .isInstanceOf(CompletionException.class)
                .cause()
                .isInstanceOfSatisfying(SourceFailure.class, failure -> assertThat(failure.kind())
                        .isEqualTo(SourceFailure.Kind.STOPPED));
        assertThatThrownBy(() -> line.enter("a", new Cancellation(), Duration.ofMillis(50), before -> {}))
                .isInstanceOfSatisfying(SourceFailure.class, failure -> assertThat(failure.kind())
                        .isEqualTo(SourceFailure.Kind.BUSY));
        line.leave();
        takeThePlace();
        line.leave();
        assertThat(enters("a", "goes at once")).succeedsWithin(Duration.ofSeconds(5));
    }
}
