package plainsieve.sources.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpHandler;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import plainsieve.core.evidence.Plan;
import plainsieve.demo.TideService;
import plainsieve.sources.Cancellation;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.RunLimits;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.SignIn;
import plainsieve.sources.SourceFailure;

class WebSourceTest {
    private static final String ROWS =
            "{\"data\": {\"rows\": [{\"a\": 1, \"at\": \"2026-03-01\", \"in\": {\"x\": true}}, {\"a\": 2.5, \"b\": null}]}}";

    @TempDir
    Path kept;

    private WebFixture web;

    private WebFixture service(HttpHandler handler) throws IOException {
        web = new WebFixture(kept, handler);
        return web;
    }

    @AfterEach
    void close() {
        if (web != null) {
            web.close();
        }
    }

    @Test
    void flattensNestedFieldsAndDetectsTypes() throws IOException {
        WebFixture.Got got = service(WebFixture.json(ROWS)).get("get /x?y=1\nrows at data.rows");
        assertThat(got.names()).containsExactly("a DECIMAL", "at DATE", "in_x BOOLEAN", "b TEXT");
        assertThat(got.rows.get(0)).containsExactly(new java.math.BigDecimal("1.0"), "2026-03-01", true, null);
        assertThat(web.asked).containsExactly("/x?y=1");
        assertThat(got.summary.localRows()).hasValue(2);
    }

    @Test
    void declaredColumnsAlwaysExist() throws IOException {
        service(WebFixture.json("{\"rows\": []}"));
        WebFixture.Got got = web.get("get /x\nrows at rows\ncolumn day is date\ncolumn n is integer");
        assertThat(got.names()).containsExactly("day DATE", "n INTEGER");
        assertThat(got.rows).isEmpty();
        assertThatThrownBy(() -> web.get("get /x\nrows at rows")).hasMessageContaining("its columns are unknown");
    }

    @Test
    void countsValuesThatDoNotFitTheirColumn() throws IOException {
        service(WebFixture.json("[{\"n\": \"4\"}, {\"n\": \"calm\"}, {\"n\": \"6\"}]"));
        Plan plan = web.source()
                .explain(
                        new OutgoingStatement.Sql(WebFixture.statement("get /x\ncolumn n is integer")),
                        false,
                        new RunLimits(Duration.ofSeconds(9)),
                        new Cancellation());
        assertThat(plan.inWords()).anyMatch(line -> line.contains("1 of 3 cells of “n” cannot be read as integer"));
    }

    @Test
    void readsDelimitedValues() throws IOException {
        service(exchange -> WebFixture.send(exchange, 200, "text/csv", "port;wind\nArdlow;3,5\nLunna;12,25\n"));
        WebFixture.Got got = web.get("get /x");
        assertThat(got.names()).containsExactly("port TEXT", "wind DECIMAL");
        assertThat(got.rows).hasSize(2);
    }

    @Test
    void sqlQueriesTheResponse() throws IOException {
        service(WebFixture.json(
                "[{\"port\": \"A\", \"n\": 1}, {\"port\": \"B\", \"n\": 2}, {\"port\": \"A\", \"n\": 3}]"));
        WebFixture.Got got =
                web.get("get /x\nthen\nselect port, sum(n) as n from response group by port order by port");
        assertThat(got.rows).extracting(row -> row.get(0) + " " + row.get(1)).containsExactly("A 4", "B 2");
        assertThat(got.summary.localRows()).hasValue(3);
        assertThatThrownBy(() -> web.get("get /x\nthen\nselect prot from response"))
                .isInstanceOfSatisfying(
                        SourceFailure.class, e -> assertThat(e.kind()).isEqualTo(SourceFailure.Kind.REFUSED_STATEMENT));
    }

    private static HttpHandler numbered(int pages, int rows) {
        return exchange -> {
            String query = String.valueOf(exchange.getRequestURI().getQuery());
            int page = query.matches(".*\\bp=\\d+") ? Integer.parseInt(query.replaceAll(".*\\bp=", "")) : 0;
            String body = IntStream.range(0, page < pages ? rows : 0)
                    .mapToObj(i -> "{\"n\": %d}".formatted(page * rows + i))
                    .collect(java.util.stream.Collectors.joining(","));
            String next = page + 1 < pages ? "\"/x?p=" + (page + 1) + "\"" : "null";
            exchange.getResponseHeaders()
                    .set("Link", next.equals("null") ? "" : "</x?p=" + (page + 1) + ">; rel=\"next\"");
            WebFixture.send(
                    exchange,
                    200,
                    "application/json",
                    "{\"rows\": [" + body + "], \"links\": {\"next\": " + next + "}}");
        };
    }

    @Test
    void fetchesOnlyNeededPages() throws IOException {
        service(numbered(30, 100));
        for (String pages : List.of("pages by link at links.next", "pages by header", "pages by number p from 0")) {
            String request = "get /x\nrows at rows\n" + pages;
            web.asked.clear();
            WebFixture.Got got = web.get(request);
            assertThat(got.summary.more()).isTrue();
            assertThat(web.asked).hasSize(11);
            assertThat(web.get(request + "\nthen\nselect count(*) as n, max(n) as m from response").rows)
                    .containsExactly(List.of(3000L, 2999L));
        }
    }

    @Test
    void offsetPagingEndsWithAShortPage() throws IOException {
        service(exchange -> {
            int from = Integer.parseInt(exchange.getRequestURI().getQuery().replaceAll(".*from=", ""));
            String body = IntStream.range(from, Math.min(from + 10, 25))
                    .mapToObj(i -> "{\"n\": " + i + "}")
                    .collect(java.util.stream.Collectors.joining(","));
            WebFixture.send(exchange, 200, "application/json", "[" + body + "]");
        });
        assertThat(web.get("get /x\npages by offset from of 10 rows").rows).hasSize(25);
        assertThat(web.asked).containsExactly("/x?from=0", "/x?from=10", "/x?from=20");
    }

    @Test
    void laterPageMayHaveOtherColumns() throws IOException {
        service(exchange -> {
            boolean second = exchange.getRequestURI().toString().contains("2");
            WebFixture.send(
                    exchange,
                    200,
                    "application/json",
                    second
                            ? "{\"rows\": [{\"b\": \"x\", \"a\": 1.5}]}"
                            : "{\"rows\": [{\"a\": 1}], \"next\": \"/x2\"}");
        });
        WebFixture.Got got = web.get("get /x\nrows at rows\npages by link at next");
        assertThat(got.names()).containsExactly("a DECIMAL", "b TEXT");
        assertThat(got.rows).hasSize(2);
    }

    @Test
    void honorsRetryAfter() throws IOException {
        AtomicInteger count = new AtomicInteger();
        service(exchange -> {
            boolean tired = count.getAndIncrement() < 2;
            exchange.getResponseHeaders().set("Retry-After", "1");
            WebFixture.send(exchange, tired ? 503 : 200, "application/json", "[{\"a\": 1}]");
        });
        long start = System.nanoTime();
        assertThat(web.get("get /x").rows).hasSize(1);
        assertThat(Duration.ofNanos(System.nanoTime() - start)).isGreaterThan(Duration.ofMillis(1900));
    }

    @Test
    void reportsAnExcessiveRetryAfterAsBusy() throws IOException {
        service(exchange -> {
            exchange.getResponseHeaders().set("Retry-After", "600");
            WebFixture.send(exchange, 429, "application/json", "{}");
        });
        assertThatThrownBy(() -> web.get("get /x")).isInstanceOfSatisfying(SourceFailure.class, e -> {
            assertThat(e.kind()).isEqualTo(SourceFailure.Kind.BUSY);
            assertThat(e).hasMessageContaining("600 seconds");
        });
        assertThat(web.asked).hasSize(1);
    }

    @Test
    void identicalRequestsShareACachedResponse() throws Exception {
        CountDownLatch open = new CountDownLatch(1);
        service(exchange -> {
            await(open);
            WebFixture.send(exchange, 200, "application/json", ROWS);
        });
        var pool = Executors.newFixedThreadPool(20);
        List<CompletableFuture<WebFixture.Got>> asking = IntStream.range(0, 20)
                .mapToObj(i -> CompletableFuture.supplyAsync(() -> web.get("get /x\nrows at data.rows"), pool))
                .toList();
        while (web.asked.isEmpty()) {
            Thread.sleep(5);
        }
        open.countDown();
        for (CompletableFuture<WebFixture.Got> one : asking) {
            assertThat(one.get(20, TimeUnit.SECONDS).rows).hasSize(2);
        }
        assertThat(web.asked).hasSize(1);
        assertThat(web.get("get /x\nrows at data.rows\nthen\nselect a from response").rows)
                .hasSize(2);
        assertThat(web.asked).hasSize(1);
        web.get("get /x\nrows at data.rows\ncached for 0 seconds");
        web.get("get /x\nrows at data.rows\ncached for 0 seconds");
        assertThat(web.asked).hasSize(3);
        pool.shutdownNow();
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await(20, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Test
    void leavesNoFiles() throws IOException {
        service(WebFixture.json(ROWS)).get("get /x\nrows at data.rows");
        web.source().health();
        web.close();
        try (Stream<Path> files = Files.list(kept)) {
            assertThat(files).isEmpty();
        }
    }

    @Test
    void readsTheTidesOfTheDemo() throws IOException {
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        try (TideService tides = TideService.start(0, 5);
                WebSource source = WebFixture.source(
                        new ServiceSettings.Web(tides.address(), SignIn.HEADER, TideService.KEY_HEADER),
                        TideService.KEY,
                        kept,
                        clock)) {
            assertThat(source.health()).isEqualTo("Tides of Hethra Sound");
            String request =
                    "get /ports/Lunna/tides\nquery kind = high\nrows at data.tides\npages by link at links.next";
            WebFixture.Got got = WebFixture.get(
                    source,
                    request + "\nthen\nselect count(*) as n, count(height_m) as heights from response",
                    new Cancellation(),
                    Duration.ofSeconds(20));
            assertThat(got.rows).containsExactly(List.of(350L, 276L));
        } finally {
            clock.shutdownNow();
        }
    }
}
