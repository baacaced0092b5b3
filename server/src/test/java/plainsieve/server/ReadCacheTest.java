package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.Statement;
import java.time.Instant;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import plainsieve.server.records.access.PersonRecords;
import plainsieve.server.records.access.PersonRow;
import plainsieve.server.records.access.SessionRecords;

/** Records read by every request are cached, and stale ones are never returned. */
class ReadCacheTest {
    private static final String TAM = "tam-id";
    private static final int CHANGES = 400;

    @TempDir
    static Path folder;

    private static AnotherServer server;
    private static PersonRecords people;
    private static TransactionTemplate change;

    @BeforeAll
    static void start() {
        server = AnotherServer.on(folder, "--plainsieve.jobs=false");
        people = server.part(PersonRecords.class);
        change = new TransactionTemplate(server.part(PlatformTransactionManager.class));
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @BeforeEach
    void refreshAll() {
        people.remove(TAM);
        people.add(new PersonRow(TAM, "tam", "0", "", false, Instant.EPOCH, ""));
    }

    private static String label() {
        return people.find(TAM).map(PersonRow::label).orElse("missing");
    }

    private static void call(String label) {
        people.change(people.find(TAM).orElseThrow().called(label));
    }

    @Test
    void readsAgainOnlyAfterAChange() throws Exception {
        assertThat(label()).isEqualTo("0");
        pastTheServer("update person set label = 'past' where id = '" + TAM + "'");
        assertThat(label()).isEqualTo("0");
        server.part(SessionRecords.class).endAll("somebody else");
        assertThat(label()).isEqualTo("past");
    }

    @Test
    void remembersMissingRowsUntilAdded() {
        people.remove(TAM);
        assertThat(people.find(TAM)).isEmpty();
        assertThat(people.find(TAM)).isEmpty();
        refreshAll();
        assertThat(label()).isEqualTo("0");
    }

    @Test
    void uncommittedChangesAreVisibleToTheirTransactionOnly() {
        assertThat(label()).isEqualTo("0");
        change.executeWithoutResult(status -> {
            call("1");
            assertThat(label()).isEqualTo("1");
            assertThat(CompletableFuture.supplyAsync(ReadCacheTest::label).join())
                    .isEqualTo("0");
        });
        assertThat(label()).isEqualTo("1");
    }

    @Test
    void rolledBackChangesAreNeverVisible() {
        assertThat(label()).isEqualTo("0");
        change.executeWithoutResult(status -> {
            call("1");
            assertThat(label()).isEqualTo("1");
            status.setRollbackOnly();
        });
        assertThat(label()).isEqualTo("0");
    }

    /* Readers that begin before a change and end after it must not leave behind what they found. */
    @Test
    void neverReturnsAnOlderStateAfterACommit() {
        AtomicInteger over = new AtomicInteger();
        AtomicInteger older = new AtomicInteger();
        CompletableFuture<?>[] readers = Stream.generate(() -> CompletableFuture.runAsync(() -> {
                    while (over.get() < CHANGES) {
                        int least = over.get();
                        if (Integer.parseInt(label()) < least) {
                            older.incrementAndGet();
                        }
                    }
                }))
                .limit(3)
                .toArray(CompletableFuture<?>[]::new);
        IntStream.rangeClosed(1, CHANGES).forEach(number -> {
            PersonRow row = people.find(TAM).orElseThrow().called(String.valueOf(number));
            if (number % 2 == 0) {
                people.change(row);
            } else {
                change.executeWithoutResult(status -> people.change(row));
            }
            over.set(number);
        });
        CompletableFuture.allOf(readers).join();
        assertThat(older).hasValue(0);
        assertThat(label()).isEqualTo(String.valueOf(CHANGES));
    }

    private static void pastTheServer(String text) throws Exception {
        try (Connection records = server.part(DataSource.class).getConnection();
                Statement statement = records.createStatement()) {
            assertThat(statement.executeUpdate(text)).isEqualTo(1);
        }
    }
}
