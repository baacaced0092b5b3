package plainsieve.core.parameter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import plainsieve.core.value.ProblemException;

class DependenciesTest {
    private static final Dependencies FERRIES = new Dependencies(Map.of(
            "vessel", Set.of("route", "class"),
            "route", Set.of("port"),
            "day", Set.of("month")));

    @Test
    void findsTransitiveDependencies() {
        assertThat(FERRIES.allOf("vessel")).containsExactlyInAnyOrder("class", "route", "port");
        assertThat(FERRIES.allOf("port")).isEmpty();
    }

    @Test
    void sortsParentsFirstAndOtherwiseKeepsTheOrder() {
        assertThat(FERRIES.inOrder(List.of("day", "vessel", "route", "month", "port")))
                .containsExactly("month", "day", "port", "route", "vessel");
    }

    @Test
    void showsThePathOfACycle() {
        Dependencies round = new Dependencies(Map.of(
                "port", Set.of("vessel"), "vessel", Set.of("route"), "route", Set.of("port"), "other", Set.of("port")));
        assertThat(round.circleThrough("port").orElseThrow().message())
                .endsWith(":port needs :vessel needs :route needs :port.");
        assertThat(round.circleThrough("other")).isEmpty();
        assertThatThrownBy(() -> round.inOrder(List.of("other", "port", "vessel", "route")))
                .hasMessageContaining("needs :port");
    }

    @Test
    void selfReferenceIsACycle() {
        assertThat(new Dependencies(Map.of("port", Set.of("port")))
                        .circleThrough("port")
                        .orElseThrow()
                        .message())
                .endsWith(":port needs :port.");
    }

    /** Random graphs: either the order has every parent before its child, or there is a cycle; never neither or both. */
    @Test
    void hasAnOrderIfAndOnlyIfAcyclic() {
        SplittableRandom random = new SplittableRandom(5);
        int circles = 0;
        for (int round = 0; round < 3_000; round++) {
            int size = 2 + random.nextInt(7);
            Map<String, Set<String>> needs = new HashMap<>();
            for (int edge = random.nextInt(size * 2); edge > 0; edge--) {
                needs.computeIfAbsent("p" + random.nextInt(size), k -> new HashSet<>())
                        .add("p" + random.nextInt(size));
            }
            List<String> names = new ArrayList<>(
                    IntStream.range(0, size).mapToObj(i -> "p" + i).toList());
            Dependencies dependencies = new Dependencies(needs);
            boolean circle = names.stream()
                    .anyMatch(name -> dependencies.circleThrough(name).isPresent());
            circles += circle ? 1 : 0;
            if (circle) {
                assertThatThrownBy(() -> dependencies.inOrder(names)).isInstanceOf(ProblemException.class);
            } else {
                List<String> order = dependencies.inOrder(names);
                assertThat(order).containsExactlyInAnyOrderElementsOf(names);
                needs.forEach((name, needed) ->
                        needed.forEach(n -> assertThat(order.indexOf(n)).isLessThan(order.indexOf(name))));
            }
        }
        assertThat(circles).isBetween(300, 2_700);
    }
}
