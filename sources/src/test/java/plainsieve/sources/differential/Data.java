package plainsieve.sources.differential;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;

/** Two small tables with deliberately unusual values. The evaluator reads these lists, databases a copy of them. */
final class Data {
    static final List<String> PORTS = List.of(
            "Ardlow",
            "Brae O'Noth",
            "Half%Tide",
            "Low_Skerry",
            "Þorvik",
            "",
            "a\\b",
            "say \"hi\"",
            "x;--",
            "端口",
            "ardlow");
    static final List<String> WORDS = List.of("%", "_", "'", "\\", "fog", "50%", "ä", "--", "?", ":p_one", "e");
    static final List<String> NOTES = List.of(
            "fog at 50%",
            "under_score", "it's", "back\\slash", "nothing", "Fog ä", "?", ":p_one", "a--b", "", "100% e");
    static final List<LocalDate> DAYS = List.of(
            LocalDate.of(2024, 2, 29),
            LocalDate.of(2026, 3, 1),
            LocalDate.of(2026, 3, 31),
            LocalDate.of(1001, 1, 1),
            LocalDate.of(9999, 12, 31));
    static final List<LocalDateTime> MOMENTS = List.of(
            LocalDateTime.of(2026, 3, 31, 23, 59, 59),
            LocalDateTime.of(2026, 3, 1, 0, 0),
            LocalDateTime.of(2024, 2, 29, 12, 30),
            LocalDateTime.of(1970, 1, 1, 0, 0, 1));
    static final List<BigDecimal> AMOUNTS = List.of(
            new BigDecimal("0.25"),
            new BigDecimal("-3.5"),
            new BigDecimal("1000000.75"),
            new BigDecimal("7"),
            BigDecimal.ZERO);
    static final List<Long> DELAYS = List.of(0L, 5L, 15L, -3L, 60L, 2147483647L);
    static final List<String> KINDS = List.of("car", "van", "o'x", "%");

    /** A row of the table {@code t}; everything but the id may be null. */
    record T(long id, String port, Long delay, LocalDate day, LocalDateTime moment, BigDecimal amount, String note) {}

    /** A row of the table {@code s}: several for some rows of {@code t}, none for others, and some without one. */
    record S(long sid, Long tid, String kind, Long n) {}

    static final List<T> T_ROWS = new ArrayList<>();
    static final List<S> S_ROWS = new ArrayList<>();

    static {
        SplittableRandom random = new SplittableRandom(99);
        for (long id = 1; id <= 48; id++) {
            T_ROWS.add(new T(
                    id,
                    maybe(PORTS, random),
                    maybe(DELAYS, random),
                    maybe(DAYS, random),
                    maybe(MOMENTS, random),
                    maybe(AMOUNTS, random),
                    maybe(NOTES, random)));
        }
        for (long id = 1; id <= 40; id++) {
            Long owner = random.nextInt(6) == 0 ? null : Long.valueOf(random.nextLong(1, 60));
            S_ROWS.add(new S(id, owner, maybe(KINDS, random), maybe(DELAYS, random)));
        }
    }

    private Data() {}

    private static <V> V maybe(List<V> values, SplittableRandom random) {
        return random.nextInt(5) == 0 ? null : values.get(random.nextInt(values.size()));
    }
}
