package plainsieve.core.federation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

class FederatedQueryTextTest {
    private static final SourcePart TRIPS = SourcePart.of(
            "trips",
            new SourcePart.Location("harbour", Dialects.of("postgresql")),
            Map.of("vessel_id", Type.INTEGER),
            Set.of("office", "sea"),
            "select vessel_id\nfrom trips where port = ?");

    private static final SourcePart ODD = SourcePart.of(
            "a \"quoted\" one",
            new SourcePart.Location("the office", Dialects.of("duckdb")),
            Map.of("the \"day\"", Type.DATE),
            Set.of(),
            "select '\nhere\npart \"x\" from \"y\" in duckdb, 1 lines\n' as t");

    @Test
    void readsItsOwnOutput() {
        FederatedQueryText written = FederatedQueryText.of(List.of(TRIPS, ODD), "select 1\nfrom trips");
        FederatedQueryText read = FederatedQueryText.read(written.whole());
        assertThat(read).isEqualTo(written);
        assertThat(read.localSql()).isEqualTo("select 1\nfrom trips");
        assertThat(read.parts().get(1).text()).isEqualTo(ODD.text());
        assertThat(read.parts().get(1).columns()).isEqualTo(ODD.columns());
        assertThat(read.parts().get(0).keysFrom()).containsExactlyInAnyOrder("office", "sea");
    }

    @Test
    void identifiesTheSideOfAPosition() {
        FederatedQueryText text = FederatedQueryText.of(List.of(TRIPS, ODD), "select 1 from trips");
        assertThat(text.at(text.whole().indexOf("vessel_id\nfrom")).map(SourcePart::name))
                .contains("trips");
        assertThat(text.at(text.whole().indexOf("as t")).map(SourcePart::name)).contains("a \"quoted\" one");
        assertThat(text.at(text.localSqlStart())).isEmpty();
    }

    @Test
    void eachSideHasItsOwnValuesAndPositions() {
        FederatedQueryText text = FederatedQueryText.of(List.of(TRIPS, ODD), "select 1 from trips where n > ?");
        int first = text.whole().indexOf('?');
        int second = text.whole().lastIndexOf('?');
        Statement whole = new Statement(
                text.whole(),
                List.of(value("port", first, "Ardlow"), value("least", second, "5")),
                List.of(placement("port", first), placement("least", second)),
                11);
        FederatedStatement sent = FederatedStatement.of(whole);
        Statement trips = sent.parts().get(0).statement();
        assertThat(trips.values()).containsExactly(value("port", TRIPS.text().indexOf('?'), "Ardlow"));
        assertThat(trips.placements()).extracting(Placement::parameter).containsExactly("port");
        assertThat(trips.cap()).isEqualTo(Statement.NO_CAP);
        assertThat(sent.parts().get(1).statement().values()).isEmpty();
        assertThat(sent.localSql().text()).isEqualTo("select 1 from trips where n > ?");
        assertThat(sent.localSql().values()).extracting(BoundValue::offset).containsExactly(30);
        assertThat(sent.localSql().cap()).isEqualTo(11);
    }

    /** Otherwise anyone who writes SQL could name any source. */
    @Test
    void authorTextIsNeverFederated() {
        String text =
                FederatedQueryText.of(List.of(TRIPS), "select 1 from trips").whole();
        assertThatThrownBy(() -> PreparedQuery.of(text, Dialects.of("duckdb"))).isInstanceOf(ProblemException.class);
    }

    @Test
    void rejectsTextFromElsewhere() {
        assertThatThrownBy(() -> FederatedQueryText.read("parts 1\nselect 1\nhere\n"))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> FederatedQueryText.read("parts 1\nside \"a\" of \"b\" in duckdb, 9 lines\nselect 1"))
                .isInstanceOf(IllegalArgumentException.class);
        assertThat(FederatedQueryText.isOne("select 'parts 1\n'")).isFalse();
    }

    private static BoundValue value(String parameter, int offset, String text) {
        return new BoundValue(parameter, offset, new PlaceholderBinding.Single(new Value.Text(text)));
    }

    private static Placement placement(String parameter, int at) {
        return new Placement(parameter, Placement.Outcome.BOUND, 1, -1, -1, -1, -1, at - 5, at + 1);
    }
}
