package plainsieve.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.core.sentence.ViewSentenceTest.column;
import static plainsieve.core.sentence.ViewSentenceTest.definition;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.value.Type;
import plainsieve.core.view.Control;
import plainsieve.core.view.ProfiledColumn;
import plainsieve.core.view.ViewContent;

class ViewProposalsTest {
    private static List<ViewProposals.Proposal> of(ProfiledColumn... columns) {
        return new ViewProposals("q", new SentenceContext(List.of(columns), Map.of(), Set.of(), Set.of(), List.of()))
                .views();
    }

    private static List<String> sentences(List<ViewProposals.Proposal> proposals) {
        return proposals.stream()
                .map(proposal -> ViewSentence.inWords(proposal.view()))
                .toList();
    }

    @Test
    void aggregatesMeasuresButNotIdentifiers() {
        assertThat(sentences(of(
                        column("crossing_id", Type.INTEGER, 9),
                        column("year", Type.INTEGER, 3),
                        column("delay_min", Type.INTEGER, 60),
                        column("passengers", Type.INTEGER, 400))))
                .first()
                .isEqualTo("Figures: number of rows as rows · average of delay min as average delay min · "
                        + "sum of passengers as passengers");
    }

    @Test
    void proposesBarsForColumnsWithFewValues() {
        List<ViewProposals.Proposal> proposals = of(
                column("port", Type.TEXT, 14),
                column("state", Type.TEXT, 3),
                column("vessel", Type.TEXT, 18),
                column("note", Type.TEXT, 9_000),
                column("flag", Type.TEXT, 1));
        assertThat(proposals)
                .extracting(ViewProposals.Proposal::id)
                .containsExactly("figures", "by-state", "by-port", "by-vessel", "groups", "rows", "text");
        assertThat(proposals)
                .extracting(ViewProposals.Proposal::taken)
                .containsExactly(true, true, true, false, false, true, false);
    }

    @Test
    void groupsByAColumnAndItsRefinement() {
        List<ViewProposals.Proposal> proposals = of(
                column("state", Type.TEXT, 3),
                column("island", Type.TEXT, 9),
                column("port", Type.TEXT, 64).refining(List.of("island")));
        assertThat(sentences(proposals))
                .contains("Groups by island, then by port, with number of rows as rows, called By island and port");
        assertThat(proposals)
                .extracting(ViewProposals.Proposal::reason)
                .contains("Each of the 64 values of port belongs to one island.");
    }

    @Test
    void groupsByFewestValuesWithoutARefinement() {
        assertThat(of(column("port", Type.TEXT, 14), column("state", Type.TEXT, 3)))
                .extracting(ViewProposals.Proposal::reason)
                .contains("3 values of state, then 14 values of port.");
    }

    @Test
    void proposesTheFirstAndLastDay() {
        assertThat(sentences(of(column("sailed", Type.DATE, 90), column("passengers", Type.INTEGER, 400))))
                .first()
                .isEqualTo("Figures: number of rows as rows · sum of passengers as passengers · "
                        + "minimum of sailed as earliest sailed · maximum of sailed as latest sailed");
    }

    @ParameterizedTest
    @CsvSource({"31, day", "92, day", "93, month", "1100, month", "9000, year", "-1, month"})
    void choosesATimeUnitWithAReadableNumberOfPoints(long days, String stretch) {
        OptionalLong known = days < 0 ? OptionalLong.empty() : OptionalLong.of(days);
        assertThat(sentences(of(new ProfiledColumn(
                        "sailed", Optional.of(Type.DATE), OptionalLong.of(300), known, Optional.empty(), List.of()))))
                .contains("Line of the number of rows by %s of sailed, called By %s of sailed"
                        .formatted(stretch, stretch));
    }

    @Test
    void everyProposalHasAReasonAndAUniqueId() {
        List<ViewProposals.Proposal> proposals =
                of(column("port", Type.TEXT, 14), column("day", Type.DATE, 31), column("amount", Type.DECIMAL, 99));
        assertThat(proposals)
                .allSatisfy(proposal -> assertThat(proposal.reason()).isNotBlank());
        assertThat(proposals).extracting(ViewProposals.Proposal::id).doesNotHaveDuplicates();
    }

    @Test
    void labelsTableColumnsInWords() {
        ViewContent.Table table = (ViewContent.Table) of(column("departed_at", Type.DATETIME, 9)).stream()
                .map(proposal -> proposal.view().shown())
                .filter(ViewContent.Table.class::isInstance)
                .findFirst()
                .orElseThrow();
        assertThat(table.columns().get(0).label()).isEqualTo("Departed at");
    }

    @Test
    void unlistedParameterGetsAFittingControl() {
        Control control = ViewProposals.control(definition("note", Type.TEXT));
        assertThat(control.kind()).isEqualTo(Control.Kind.AUTOMATIC);
        assertThat(control.parameters()).containsExactly("note");
    }
}
