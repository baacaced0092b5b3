package plainsieve.core.sentence.parameter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.ConvertedParameter;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.sentence.Sentence;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

class ParameterSentenceTest {
    private static final ColumnReference VESSEL_CLASS =
            new ColumnReference("harbour", "", "vessels", "vessel_class", "", List.of());
    private static final ColumnReference VESSEL_NAME =
            new ColumnReference("harbour", "", "vessels", "name", "", List.of());
    private static final ColumnReference ODD =
            new ColumnReference("harbour", "od/d", "ta.ble", "a column", "", List.of());
    private static final ParameterContext AROUND = new ParameterContext(
            Map.of("from", of("from", Type.DATE), "to", of("to", Type.DATE), "many_days", many("many_days", Type.DATE)),
            List.of("route", "island"),
            List.of(
                    new ParameterContext.NamedQuery("q1", "Port names"),
                    new ParameterContext.NamedQuery("q2", "Vessels")),
            List.of(
                    new ListColumn(VESSEL_CLASS, "text"),
                    new ListColumn(VESSEL_NAME, "text"),
                    new ListColumn(ODD, "text")),
            List.of("island"),
            LocalDate.of(2026, 11, 26));

    private static ParameterDefinition of(String name, Type type) {
        return ParameterDefinition.of(
                Parameter.of(name, type), new ParameterDefinition.Words("Class", "", "", "", "any class"));
    }

    private static ParameterDefinition many(String name, Type type) {
        return ParameterDefinition.of(
                Parameter.of(name, type).asMultiple(), new ParameterDefinition.Words("Class", "", "", "", "any class"));
    }

    private static ParameterSentence say(ParameterDefinition parameter) {
        return new ParameterSentence(parameter, AROUND);
    }

    private static ParameterDefinition with(ParameterDefinition parameter, String mark, String taken) {
        return say(parameter).with(mark, taken).parameter();
    }

    /** Marks in brackets. */
    private static String marked(Sentence sentence) {
        StringBuilder text = new StringBuilder();
        sentence.pieces()
                .forEach(
                        piece -> text.append(piece instanceof Sentence.Mark ? "[" + piece.text() + "]" : piece.text()));
        return text.toString();
    }

    @Test
    void describesAParameter() {
        ParameterDefinition listed = many("ship_class", Type.TEXT)
                .withList(new ListDefinition.FromColumn(VESSEL_CLASS, true, ListDefinition.USUALLY_KEPT));
        assertThat(marked(say(listed).render()))
                .isEqualTo("is [text], takes [many values] from [vessels.vessel_class] [with counts]; when blank:"
                        + " [no filter], shown as [any class]; default: [none]");
        assertThat(marked(say(listed).name())).isEqualTo("[Class] · [+ hint]");
    }

    @Test
    void describesUsualPropertiesOnDemand() {
        ParameterDefinition date = of("day", Type.DATE);
        assertThat(marked(say(date).more()))
                .isEqualTo(
                        "values: [any date]; viewers may choose [any value]; a value means [itself]; minimum: [none], maximum: [none]; unit: [none];"
                                + " heading: [none]; values in Sent: [recorded]");
        ParameterDefinition months = with(with(date, "covers", "month"), "least", "2026-01-01");
        assertThat(say(months).render().text())
                .contains("; a value means its whole month", "minimum: 2026-01-01, maximum: none");
        assertThat(say(months).more().text()).doesNotContain("month", "minimum");
    }

    @Test
    void describesPermittedValues() {
        ParameterDefinition held = with(many("island", Type.TEXT), "held", "group");
        assertThat(say(held).render().text())
                .endsWith("; viewers may choose values of their group; visible to everyone without it: none");
        assertThat(with(held, "held", "/claim/island").rowAccess()).isEqualTo(RowAccessRule.byClaim("island"));
        assertThat(with(held, "held", "/query/q2").rowAccess()).isEqualTo(RowAccessRule.byQuery("q2"));
        assertThat(with(held, "held", "viewer")).isEqualTo(many("island", Type.TEXT));
        assertThat(with(held, "takes", "computed").rowAccess()).isEqualTo(RowAccessRule.NONE);
        assertThat(with(held, "type", "date").rowAccess()).isEqualTo(RowAccessRule.byGroup());
    }

    @Test
    void describesAComputedParameterWithItsValueToday() {
        ParameterDefinition year = with(of("fiscal_year", Type.INTEGER), "takes", "computed");
        ParameterDefinition fiscal = with(year, "formula", "fiscal year of today from April");
        assertThat(marked(say(fiscal).render()))
                .isEqualTo("is [a whole number], [computed] as [fiscal year of today from April] (now 2027)");
        assertThat(with(fiscal, "takes", "one").isComputed()).isFalse();
        assertThatThrownBy(() -> say(fiscal).with("formula", "fiscal yaer"))
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining("cannot be read at “yaer”");
    }

    @Test
    void everyMarkKeepsTheParameterWhenUnchanged() {
        for (Type type : Type.values()) {
            for (ParameterDefinition parameter : List.of(of("x", type), many("x", type))) {
                ParameterSentence sentence = say(parameter);
                List.of(sentence.name(), sentence.render(), sentence.more()).forEach(said -> said.pieces().stream()
                        .filter(Sentence.Mark.class::isInstance)
                        .map(Sentence.Mark.class::cast)
                        .forEach(mark -> assertThat(again(sentence, mark))
                                .as(mark.id() + " of " + type)
                                .isEqualTo(parameter)));
            }
        }
    }

    private static ParameterDefinition again(ParameterSentence sentence, Sentence.Mark mark) {
        String taken = sentence.offers(mark.id()).stream()
                .filter(option -> option.label().equals(mark.text()))
                .findFirst()
                .map(MarkOption::id)
                .orElse(mark.typed());
        return sentence.with(mark.id(), taken).parameter();
    }

    @Test
    void typeOptionsAnnounceLosses() {
        ParameterDefinition listed = many("x", Type.TEXT)
                .withStart(DefaultDefinition.of(ChoiceText.of("7", "x")))
                .withList(new ListDefinition.Typed(
                        List.of(ListedValue.of("7"), ListedValue.of("x")), ColumnReference.NONE));
        assertThat(say(listed).offers("type"))
                .extracting(MarkOption::label, MarkOption::note)
                .contains(
                        tuple("text", ""),
                        tuple(
                                "a whole number",
                                "On the list, “x” cannot be read as whole number. The default “x” cannot be read as whole number."));
        ConvertedParameter convertedParameter = say(listed).with("type", "integer");
        assertThat(convertedParameter.parameter().start().choice().values()).containsExactly("7");
        assertThat(convertedParameter.parameter().list().typedValues()).containsExactly(ListedValue.of("7"));
        assertThat(convertedParameter.lost()).hasSize(2);
    }

    @Test
    void singleKeepsTheFirstOfMultipleValues() {
        ParameterDefinition many = many("x", Type.TEXT).withStart(DefaultDefinition.of(ChoiceText.of("a", "b")));
        ConvertedParameter convertedParameter = say(many).with("takes", "one");
        assertThat(convertedParameter.parameter().start().choice()).isEqualTo(ChoiceText.of("a"));
        assertThat(convertedParameter.lost()).containsExactly("The default keeps “a” of 2 values.");
        assertThat(say(many).with("takes", "many").lost()).isEmpty();
        ParameterDefinition all = many("x", Type.TEXT).withStart(DefaultDefinition.of(ChoiceText.all()));
        assertThat(say(all).with("takes", "one").parameter().start().choice()).isEqualTo(ChoiceText.blank());
    }

    @Test
    void offersRangesWithPossibleEnds() {
        assertThat(say(of("from", Type.DATE)).offers("takes"))
                .extracting(MarkOption::id)
                .containsExactly("one", "many", "range/to", "computed");
        ParameterDefinition range = with(of("from", Type.DATE), "takes", "range/to");
        assertThat(range.rangeEnd()).isEqualTo("to");
        assertThat(with(range, "takes", "many").rangeEnd()).isEmpty();
        assertThat(say(range).with("type", "text").lost()).contains("It no longer forms a range with :to.");
        ParameterContext ending = new ParameterContext(
                Map.of("from", range), List.of(), List.of(), List.of(), List.of(), LocalDate.EPOCH);
        assertThat(new ParameterSentence(of("to", Type.DATE), ending).render().text())
                .contains("takes one value, the end of the range of :from");
    }

    @Test
    void acceptsAQueryOrATypedList() {
        ParameterDefinition text = many("x", Type.TEXT);
        MarkOption odd = say(text).offers("list").stream()
                .filter(option -> option.label().equals("ta.ble.a column"))
                .findFirst()
                .orElseThrow();
        assertThat(with(text, "list", odd.id()).list().column()).isEqualTo(ODD);
        assertThat(with(text, "list", "Vessels.NAME").list().column()).isEqualTo(VESSEL_NAME);
        assertThat(with(text, "list", "harbour.vessels.name").list().column()).isEqualTo(VESSEL_NAME);
        assertThat(with(text, "list", "port names").list().queryId()).isEqualTo("q1");
        assertThat(with(text, "list", "Isle, Skiff").list().typedValues())
                .containsExactly(ListedValue.of("Isle"), ListedValue.of("Skiff"));
        assertThatThrownBy(() -> say(text).with("list", "vessels.nam"))
                .isInstanceOfSatisfying(
                        ProblemException.class,
                        e -> assertThat(e.first().advice()).isEqualTo("Did you mean vessels.name?"));
        assertThatThrownBy(() -> say(text).with("list", "/query/gone")).isInstanceOf(ProblemException.class);
        assertThat(marked(say(with(text, "list", "/query/q2")).render()))
                .contains("from [the query Vessels], depending on :route :island; when blank");
    }

    @Test
    void typedValuesAreLinesWithLabels() {
        ParameterDefinition typed = with(many("x", Type.TEXT), "list", "/typed");
        ParameterDefinition filled = with(typed, "values", "a = Isle\r\n\nb\tSkiff\na = again\nc = d = e");
        assertThat(filled.list().typedValues())
                .containsExactly(
                        new ListedValue("a", "Isle"), new ListedValue("b", "Skiff"), new ListedValue("c", "d = e"));
        assertThat(marked(say(filled).render())).contains("from [typed values]: [a = Isle, b = Skiff, c = \"d = e\"];");
        assertThat(with(filled, "start", "isle, b").start().choice().values()).containsExactly("a", "b");
        assertThat(say(filled).with("list", "/any").lost())
                .containsExactly("The 3 typed values are removed; Undo restores them.");
    }

    @Test
    void changesRareListProperties() {
        ParameterDefinition listed = with(many("x", Type.TEXT), "list", "vessels.vessel_class");
        ParameterDefinition changed =
                with(with(with(listed, "except", "Isle\n Skiff \n"), "label-column", "name"), "kept", "3600");
        assertThat(changed.list().column().excluded()).containsExactly("Isle", "Skiff");
        assertThat(say(with(changed, "gone", "DROP")).render().text())
                .contains(
                        "labels from name",
                        "excluded values: Isle, Skiff",
                        "unlisted values are removed with a note",
                        "cached for an hour");
        assertThatThrownBy(() -> say(listed).with("label-column", "no_such")).isInstanceOf(ProblemException.class);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            date    | 2026-03-01                  | choice  | 2026-03-01
            date    | the first day of last month | formula | first day of last month
            date    | today - 7 days              | formula | today - 7 days
            date    | none                        | choice  | ""
            integer | 15                          | choice  | 15
            integer | year of today               | formula | year of today
            text    | today                       | choice  | today
            text    | Ardlow, Skerrin             | choice  | Ardlow, Skerrin
            text    | = year of today             | formula | year of today
            """)
    void usesTheTypedDefault(String type, String typed, String kind, String kept) {
        DefaultDefinition start =
                with(of("x", Type.ofWord(type).orElseThrow()), "start", typed).start();
        assertThat(
                        kind.equals("formula")
                                ? start.formulaText()
                                : String.join(";", start.choice().values()))
                .isEqualTo(kept);
        assertThat(start instanceof DefaultDefinition.Formula).isEqualTo(kind.equals("formula"));
    }

    @Test
    void rejectsAnUnreadableDefault() {
        assertThatThrownBy(() -> say(of("x", Type.DATE)).with("start", "first day of lst month"))
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining("at “lst”");
        assertThatThrownBy(() -> say(of("x", Type.INTEGER)).with("least", "few"))
                .isInstanceOf(ProblemException.class);
        assertThatThrownBy(() -> say(of("x", Type.TEXT)).with("no-such-mark", "y"))
                .isInstanceOf(ProblemException.class);
        assertThatThrownBy(() -> say(of("x", Type.TEXT)).with("blank", "no-such-rule"))
                .isInstanceOf(ProblemException.class);
    }

    @Test
    void typedSentenceCreatesAParameter() {
        ParameterDefinition island = ParameterSentenceParser.read(
                ":ship_class is text, many values from vessels.vessel_class with counts, when blank: no filter, shown as"
                        + " any class; default: Isle, Skiff, called Class of vessel",
                AROUND);
        assertThat(marked(say(island).render()))
                .isEqualTo("is [text], takes [many values] from [vessels.vessel_class] [with counts]; when blank:"
                        + " [no filter], shown as [any class]; default: [Isle, Skiff]");
        assertThat(island.label()).isEqualTo("Class of vessel");
        assertThat(ParameterSentenceParser.read("day date", AROUND).type()).isEqualTo(Type.DATE);
        assertThat(ParameterSentenceParser.read("island, many", AROUND).many()).isTrue();
        assertThat(ParameterSentenceParser.read("new_one", AROUND).label()).isEqualTo("New one");
        assertThat(ParameterSentenceParser.read("p, when blank: a choice is required", AROUND)
                        .meaning()
                        .blankRule())
                .isEqualTo(BlankRule.NOT_ALLOWED);
        assertThat(ParameterSentenceParser.read("p is a date, default: first day of last month", AROUND)
                        .start()
                        .formulaText())
                .isEqualTo("first day of last month");
        assertThat(ParameterSentenceParser.read("p, many from Isle, Skiff, Sound, called P", AROUND)
                        .list()
                        .typedValues())
                .extracting(ListedValue::value)
                .containsExactly("Isle", "Skiff", "Sound");
    }

    @Test
    void rejectsAnUnknownPhrase() {
        assertThatThrownBy(() -> ParameterSentenceParser.read("p is a dote", AROUND))
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining("a dote");
        assertThatThrownBy(() -> ParameterSentenceParser.read("p, somewhat", AROUND))
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining("somewhat");
        assertThatThrownBy(() -> ParameterSentenceParser.read("7p", AROUND)).isInstanceOf(ProblemException.class);
    }
}
