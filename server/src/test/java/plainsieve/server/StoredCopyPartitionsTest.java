package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.Map;
import java.util.Random;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Copies partitioned by date, of which only changing partitions are refreshed. */
class StoredCopyPartitionsTest extends StoredCopyFixture {
    @Test
    void refreshesOnlyChangingPartitions() throws Exception {
        cut("day:day", 3);
        JsonNode kept = refreshed();
        assertThat(kept.get("content").get("partitions").asInt()).isEqualTo(40);
        long before = api.get("/api/v1/sent").json().get(0).get("id").asLong();
        change("insert into sailings (day, port, delay) values ('%s', 'Skerrin', 9)"
                .formatted(LocalDate.now().minusDays(20)));
        change("update sailings set delay = 50 where day = '%s'"
                .formatted(LocalDate.now().minusDays(1)));
        refreshed();
        assertThat(sums("copies", "all_sailings")).isEqualTo(sums("harbour", "sailings"));
        long asked = 0;
        for (JsonNode line : api.get("/api/v1/sent").json()) {
            boolean ofCopy = line.get("cause").asString().equals("copy");
            asked += line.get("id").asLong() > before && ofCopy ? 1 : 0;
        }
        assertThat(asked)
                .describedAs("its columns, the marks, three last days, and one that has a row more")
                .isEqualTo(6);
    }

    @Test
    void partitionsEqualTheWholeAfterManyChanges() throws Exception {
        cut("day:day", 4);
        refreshed();
        Random random = new Random(7);
        for (int round = 0; round < 4; round++) {
            for (int i = 0; i < 50; i++) {
                int ago = random.nextInt(60);
                LocalDate day = LocalDate.now().minusDays(ago);
                switch (random.nextInt(3)) {
                    case 0 ->
                        change("insert into sailings (day, port, delay) values (%s, 'Skerrin', %s)"
                                .formatted(
                                        ago == 59 ? "null" : "'" + day + "'", random.nextBoolean() ? "1.25" : "null"));
                    case 1 ->
                        change("delete from sailings where id = (select min(id) from sailings where day = '%s')"
                                .formatted(day));
                    default ->
                        change("update sailings set delay = %d where day = '%s'".formatted(random.nextInt(90), day));
                }
            }
            refreshed();
            assertThat(sums("copies", "all_sailings"))
                    .describedAs("round " + round)
                    .isEqualTo(sums("harbour", "sailings"));
        }
    }

    @Test
    void widerColumnIsWiderInEveryPartition() throws Exception {
        cut("day:month", 1);
        refreshed();
        change("insert into sailings (day, port, delay) values ('%s', 'Ardlow', 0.125)".formatted(LocalDate.now()));
        refreshed();
        assertThat(sums("copies", "all_sailings")).isEqualTo(sums("harbour", "sailings"));
        assertThat(rows(
                                "copies",
                                "select count(distinct typeof(delay)) as kinds, min(typeof(delay)) as kind from all_sailings")
                        .toString())
                .doesNotContain("VARCHAR")
                .contains("1");
    }

    @Test
    void changedColumnsRefreshAllPartitions() throws Exception {
        cut("day:day", 1);
        refreshed();
        JsonNode query = api.get("/api/v1/queries/sailings").json();
        try {
            give(query.get("version").asInt(), "select id, day, port, delay, 1 as more from sailings");
            JsonNode kept = refreshed();
            assertThat(kept.get("lastJob").get("state").asString()).isEqualTo("done");
            assertThat(rows("copies", "select sum(more) as n from all_sailings").toString())
                    .contains("200");
        } finally {
            give(api.get("/api/v1/queries/sailings").json().get("version").asInt(), ALL);
        }
    }

    private static void give(int version, String text) {
        api.send("PATCH", "/api/v1/queries/sailings", Map.of("text", text, "version", version));
        int now = api.get("/api/v1/queries/sailings").json().get("version").asInt();
        assertThat(api.post("/api/v1/queries/sailings/publish", Map.of("version", now))
                        .status())
                .isEqualTo(200);
    }

    @Test
    void refreshesOnlyChangedPartitions() throws Exception {
        cut("day:day", 0);
        refreshed();
        change("update sailings set delay = 70 where day = '%s'".formatted(LocalDate.now()));
        long before = api.get("/api/v1/sent").json().get(0).get("id").asLong();
        refreshed();
        assertThat(api.get("/api/v1/sent").json().get(0).get("id").asLong() - before)
                .describedAs("its columns, the marks, and one part")
                .isEqualTo(3);
        assertThat(sums("copies", "all_sailings")).isEqualTo(sums("harbour", "sailings"));
    }

    @Test
    void restoresARemovedCopyAndRefreshesIt() {
        settled();
        Map<String, Object> copyOfSailings = Map.of("query", "sailings", "name", "Restorable");
        String restorable = api.post(COPIES, copyOfSailings).json().get("id").asString();
        settled();
        assertThat(api.send("DELETE", COPIES + "/" + restorable, Map.of()).status())
                .isEqualTo(204);
        long removed = StreamSupport.stream(api.get("/api/v1/removed").json().spliterator(), false)
                .filter(object -> object.get("objectId").asString().equals(restorable))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asLong();
        assertThat(api.post("/api/v1/removed/" + removed + "/restore", Map.of()).status())
                .isEqualTo(200);
        settled();
        assertThat(copy(restorable).get("content").get("rows").asInt()).isEqualTo(200);
        assertThat(api.send("DELETE", COPIES + "/" + restorable, Map.of()).status())
                .isEqualTo(204);
    }
}
