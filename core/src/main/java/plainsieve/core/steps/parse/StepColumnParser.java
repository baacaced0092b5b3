package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.Step;

/** Parses column names and lists of them. */
final class StepColumnParser {
    private final StepCursor cursor;

    StepColumnParser(StepCursor cursor) {
        this.cursor = cursor;
    }

    Step.Name column() {
        cursor.expect(Expectation.Kind.COLUMN, "");
        Step.Name name = cursor.name("A column");
        cursor.mark(StepMark.of(StepMark.Kind.COLUMN, name.at()));
        return name;
    }

    List<Step.Name> names() {
        List<Step.Name> names = new ArrayList<>();
        do {
            cursor.expect(Expectation.Kind.COLUMN, "");
            names.add(cursor.name("A column"));
        } while (cursor.takesSeparator());
        return names;
    }

    /** {@code name as port, island}, with one mark for the whole list. */
    List<Step.ColumnAlias> aliases(StepMark.Kind kind) {
        int start = cursor.start();
        List<Step.ColumnAlias> aliases = new ArrayList<>();
        do {
            cursor.expect(kind == StepMark.Kind.COLUMNS ? Expectation.Kind.COLUMN : Expectation.Kind.THEIRS, "");
            Step.Name name = cursor.name("A column");
            aliases.add(new Step.ColumnAlias(name, cursor.consumeIf("as") ? cursor.name("A name") : name));
        } while (cursor.consumeIf(","));
        cursor.mark(StepMark.of(kind, new LineSpan(start, cursor.last().end())));
        return aliases;
    }
}
