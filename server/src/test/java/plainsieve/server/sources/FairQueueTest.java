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

class FairQueueTest {
    private static final Duration LONG = Duration.ofSeconds(20);
    private static final Executor THREADS = task -> new Thread(task).start();

    private final FairQueue line = new FairQueue("harbour", SourceShares.all(1));
    private final List<String> went = Collections.synchronizedList(new ArrayList<>());
    private final AtomicInteger told = new AtomicInteger(-1);

    private static FairQueue.Entry entry(String caller) {
        return new FairQueue.Entry(caller, "", false);
    }

    private static boolean enters(FairQueue line, FairQueue.Entry entry) {
        try {
            line.enter(entry, new Cancellation(), Duration.ofMillis(20), before -> {});
            return true;
        } catch (SourceFailure full) {
            return false;
        }
    }

    /** Downloads of one caller leave permits for others and for the caller's own page. */
    @Test
    void limitsTheShareOfCallersReportsAndDownloads() {
        FairQueue shared = new FairQueue("harbour", new SourceShares(8, 4, 6, 3));
        FairQueue.Entry download = new FairQueue.Entry("a", "home/late", true);
        for (int i = 0; i < 3; i++) {
            assertThat(enters(shared, download)).isTrue();
        }
        assertThat(enters(shared, download)).isFalse();
        assertThat(enters(shared, new FairQueue.Entry("b", "home/other", true))).isFalse();
        assertThat(enters(shared, new FairQueue.Entry("a", "", false))).isTrue();
        assertThat(enters(shared, new FairQueue.Entry("a", "", false))).isFalse();
        for (int i = 0; i < 3; i++) {
            assertThat(enters(shared, new FairQueue.Entry("b", "home/late", false)))
                    .isTrue();
        }
        assertThat(enters(shared, new FairQueue.Entry("c", "home/late", false))).isFalse();
        assertThat(enters(shared, new FairQueue.Entry("c", "home/other", false)))
                .isTrue();
        assertThat(enters(shared, new FairQueue.Entry("d", "", false))).isFalse();
        assertThat(shared.load()).contains(new FairQueue.Load("a", 4, 0), new FairQueue.Load("c", 1, 0));
        shared.release(download);
        assertThat(enters(shared, new FairQueue.Entry("b", "", true))).isTrue();
    }

    @Test
    void callersAtTheirLimitLetOthersPass() throws Exception {
        FairQueue shared = new FairQueue("harbour", new SourceShares(2, 1, 2, 1));
        shared.enter(entry("a"), new Cancellation(), LONG, before -> {});
        CompletableFuture<Void> second = CompletableFuture.runAsync(
                () -> shared.enter(entry("a"), new Cancellation(), LONG, before -> {}), THREADS);
        TimeUnit.MILLISECONDS.sleep(60);
        assertThat(enters(shared, entry("b"))).isTrue();
        assertThat(second).isNotDone();
        shared.release(entry("a"));
        assertThat(second).succeedsWithin(Duration.ofSeconds(5));
    }

    /** A caller interrupted while waiting leaves the queue and takes no permit. */
    @Test
    void interruptedCallerHoldsNoPermit() throws Exception {
        takeThePlace();
        Thread waiting = new Thread(() -> {
            try {
                line.enter(entry("a"), new Cancellation(), LONG, before -> {});
            } catch (SourceFailure stopped) {
                went.add(stopped.kind().name());
            }
        });
        waiting.start();
        TimeUnit.MILLISECONDS.sleep(60);
        waiting.interrupt();
        waiting.join();
        assertThat(went).containsExactly("STOPPED");
        line.release(entry("tam"));
        assertThat(enters(line, entry("b"))).isTrue();
    }

    private CompletableFuture<Void> enters(String asks, String name) throws InterruptedException {
        CompletableFuture<Void> entering = CompletableFuture.runAsync(
                () -> {
                    line.enter(entry(asks), new Cancellation(), LONG, before -> {});
                    went.add(name);
                    line.release(entry(asks));
                },
                THREADS);
        // The order of arrival is what is tested.
        TimeUnit.MILLISECONDS.sleep(60);
        return entering;
    }

    private void takeThePlace() {
        line.enter(entry("tam"), new Cancellation(), LONG, before -> {});
    }

    @Test
    void servesCallersInTurn() throws Exception {
        takeThePlace();
        List<CompletableFuture<Void>> all = new ArrayList<>();
        for (String name : List.of("a1", "a2", "a3", "b1", "c1", "b2")) {
            all.add(enters(name.substring(0, 1), name));
        }
        line.release(entry("tam"));
        all.forEach(CompletableFuture::join);
        assertThat(went).containsExactly("a1", "b1", "c1", "a2", "b2", "a3");
    }

    @Test
    void reportsTheQueuePosition() throws Exception {
        takeThePlace();
        List<CompletableFuture<Void>> all = new ArrayList<>();
        for (String name : List.of("a1", "a2", "a3", "b1")) {
            all.add(enters(name.substring(0, 1), name));
        }
        CompletableFuture<Void> mine = CompletableFuture.runAsync(
                () -> {
                    line.enter(entry("b"), new Cancellation(), LONG, told::set);
                    line.release(entry("b"));
                },
                THREADS);
        TimeUnit.MILLISECONDS.sleep(700);
        assertThat(told).hasValue(3);
        line.release(entry("tam"));
        all.forEach(CompletableFuture::join);
        mine.join();
    }

    @Test
    void cancelledOrExpiredCallerHoldsNoPermit() throws Exception {
        takeThePlace();
        Cancellation cancellation = new Cancellation();
        CompletableFuture<Void> stopped =
                CompletableFuture.runAsync(() -> line.enter(entry("a"), cancellation, LONG, before -> {}), THREADS);
        TimeUnit.MILLISECONDS.sleep(60);
        cancellation.stop(Cancellation.Reason.ASKED);
        assertThatThrownBy(stopped::join)
                .isInstanceOf(CompletionException.class)
                .cause()
                .isInstanceOfSatisfying(SourceFailure.class, failure -> assertThat(failure.kind())
                        .isEqualTo(SourceFailure.Kind.STOPPED));
        assertThatThrownBy(() -> line.enter(entry("a"), new Cancellation(), Duration.ofMillis(50), before -> {}))
                .isInstanceOfSatisfying(SourceFailure.class, failure -> assertThat(failure.kind())
                        .isEqualTo(SourceFailure.Kind.BUSY));
        line.release(entry("tam"));
        takeThePlace();
        line.release(entry("tam"));
        assertThat(enters("a", "goes at once")).succeedsWithin(Duration.ofSeconds(5));
    }
}
