package plainsieve.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

class UnusedIndexTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', nullValues = "none", textBlock = """
            name = :word                    | COST
            c."Name" > :word                | COST
            :word < name                    | COST
            lower(name) = :word             | EXPRESSION
            :word = lower(name)             | EXPRESSION
            cast(name as text) = :word      | EXPRESSION
            name in (lower(:word))          | COST
            lower(name) in (:word)          | EXPRESSION
            name like :word                 | PATTERN
            state = :word                   | none
            other_name = :word              | none
            state = :word /* name */        | none
            state = concat('name', :word)   | none
            """)
    void explainsWhyTheNameIndexIsUnused(String condition, UnusedIndex expected) {
        Statement statement = PreparedQuery.of("select 1 from c where " + condition, Dialects.of("postgresql"))
                .rewrite(
                        new Choices(
                                Map.of("word", Parameter.of("word", Type.TEXT)),
                                Map.of("word", new Choice.One(new Value.Text("x")))),
                        ResultShape.allRows(),
                        Statement.NO_CAP);
        assertThat(UnusedIndex.of(statement, statement.placements().get(0), Dialects.of("postgresql"), "name"))
                .isEqualTo(Optional.ofNullable(expected));
    }
}
