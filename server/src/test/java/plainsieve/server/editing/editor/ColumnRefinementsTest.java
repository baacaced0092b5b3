package plainsieve.server.editing.editor;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.Type;
import plainsieve.core.view.ProfiledColumn;

class ColumnRefinementsTest {
    private final List<List<String>> asked = new ArrayList<>();

    private static ProfiledColumn text(String name, long values) {
        return ProfiledColumn.of(name, Optional.of(Type.TEXT), OptionalLong.of(values));
    }

    private List<ProfiledColumn> found(OptionalLong groups, ProfiledColumn... columns) {
        return new ColumnRefinements((shape, most) -> {
                    asked.add(((ResultShape.Totals) shape)
                            .groupBy().stream().map(ResultShape.Key::column).toList());
                    return groups;
                })
                .in(List.of(columns));
    }

    @Test
    void equalCountsMeanOneParentEach() {
        assertThat(found(OptionalLong.of(14), text("port", 14), text("island", 9)))
                .extracting(ProfiledColumn::refines)
                .containsExactly(List.of("island"), List.of());
        assertThat(asked).containsExactly(List.of("port", "island"));
    }

    @Test
    void moreGroupsThanValuesMeanSeveralParents() {
        assertThat(found(OptionalLong.of(15), text("port", 14), text("state", 3)))
                .allSatisfy(column -> assertThat(column.refines()).isEmpty());
    }

    @Test
    void slowSourceFindsNone() {
        assertThat(found(OptionalLong.empty(), text("port", 14), text("state", 3)))
                .allSatisfy(column -> assertThat(column.refines()).isEmpty());
    }

    @Test
    void skipsColumnsThatCannotRefine() {
        found(OptionalLong.of(14), text("port", 14), text("berth", 14), text("flag", 1), text("note", 9_000));
        assertThat(asked).isEmpty();
    }

    @Test
    void skipsNumbersAndTimestamps() {
        ProfiledColumn year = ProfiledColumn.of("year", Optional.of(Type.INTEGER), OptionalLong.of(3));
        found(OptionalLong.of(14), text("port", 14), year);
        assertThat(asked).isEmpty();
    }

    @Test
    void queriesOnlyTheFourColumnsWithTheFewestValues() {
        found(OptionalLong.of(0), text("a", 2), text("b", 3), text("c", 4), text("d", 5), text("e", 6));
        assertThat(asked).hasSize(6).noneMatch(pair -> pair.contains("e"));
    }
}
