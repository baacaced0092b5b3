package plainsieve.core.statement;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.value.Value;

/** The position of each value in a statement that is about to be sent. */
class SentStatementTest {
    private static BoundValue value(String parameter, int offset) {
        return new BoundValue(parameter, offset, new PlaceholderBinding.Single(new Value.Whole(1)));
    }

    /** The values bound at each token. */
    private static List<String> bound(String text, BoundValue... values) {
        SentStatement sent = SentStatement.read(text, List.of(values), Dialects.of("postgresql"));
        return IntStream.range(0, sent.tokens().size())
                .boxed()
                .flatMap(token -> sent.at(token).stream())
                .map(BoundValue::parameter)
                .toList();
    }

    @Test
    void replacesOnlyPlaceholders() {
        String text = "select 2, x, xb0 from t where a = ? limit ?";
        assertThat(bound(text, value("p", text.indexOf('?')), value("q", text.lastIndexOf('?'))))
                .containsExactly("p", "q");
    }

    @Test
    void ignoresPlaceholderLookalikes() {
        assertThat(bound("select :b, :b7, :b123456789, :bx, :c0 from t")).isEmpty();
    }
}
