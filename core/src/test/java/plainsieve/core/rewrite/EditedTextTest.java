package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.EditedText;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.edit.OverlappingEditsException;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.value.Value;

class EditedTextTest {
    private static final PlaceholderBinding A = new PlaceholderBinding.Single(new Value.Text("A"));

    @Test
    void keepsEverythingOutsideItsEdits() {
        EditedText edited =
                EditedText.of("one two three", List.of(Edit.remove(3, 7), Edit.insert(13, Fragment.of("!"))));
        assertThat(edited.text()).isEqualTo("one three!");
    }

    @Test
    void mapsPositions() {
        EditedText edited = EditedText.of("one two three", List.of(new Edit(4, 7, Fragment.of("thousand"))));
        assertThat(edited.text()).isEqualTo("one thousand three");
        assertThat(edited.newStart(0)).isZero();
        assertThat(edited.newStart(4)).isEqualTo(4);
        assertThat(edited.newEnd(7)).isEqualTo(12);
        assertThat(edited.newStart(8)).isEqualTo(13);
        assertThat(edited.newEnd(13)).isEqualTo(18);
    }

    @Test
    void removedRangeIsEmpty() {
        EditedText edited = EditedText.of("a and b and c", List.of(Edit.remove(1, 7)));
        assertThat(edited.newEnd(7) - edited.newStart(6)).isZero();
    }

    @Test
    void insertionBetweenClausesBelongsToNeither() {
        EditedText edited = EditedText.of("where x", List.of(Edit.insertBetweenClauses(7, Fragment.of(" limit 1"))));
        assertThat(edited.text()).isEqualTo("where x limit 1");
        assertThat(edited.newEnd(7)).isEqualTo(7);
    }

    @Test
    void ordersValuesByPosition() {
        EditedText edited = EditedText.of(
                ":b, :a", List.of(new Edit(4, 6, Fragment.bound("a", A)), new Edit(0, 2, Fragment.bound("b", A))));
        assertThat(edited.text()).isEqualTo("?, ?");
        assertThat(edited.values()).extracting(BoundValue::parameter).containsExactly("b", "a");
        assertThat(edited.values()).extracting(BoundValue::offset).containsExactly(0, 3);
    }

    @Test
    void rejectsOverlappingEdits() {
        assertThatThrownBy(() -> EditedText.of("abcdef", List.of(Edit.remove(0, 4), Edit.remove(2, 6))))
                .isInstanceOf(OverlappingEditsException.class);
    }

    @Test
    void separatesAdjoiningWords() {
        EditedText edited = EditedText.of(
                "having:p=h and:q",
                List.of(
                        new Edit(
                                6,
                                10,
                                Fragment.build()
                                        .text("h in (")
                                        .bind("p", A)
                                        .text(")")
                                        .done()),
                        new Edit(14, 16, Fragment.bound("q", A))));
        assertThat(edited.text()).isEqualTo("having h in (?) and?");
        assertThat(edited.values()).extracting(BoundValue::offset).containsExactly(13, 19);
        assertThat(EditedText.of("a:p b", List.of(Edit.remove(1, 4))).text()).isEqualTo("a b");
        assertThat(EditedText.of("ab", List.of(Edit.insert(1, Fragment.of("("))))
                        .text())
                .isEqualTo("a(b");
    }
}
