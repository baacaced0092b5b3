package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.Type;
import plainsieve.core.view.ColumnLabels;
import plainsieve.core.view.ProfiledColumn;
import plainsieve.core.view.ValueFormat;
import plainsieve.core.view.ViewContent;

/** "Table with columns [Port], [Late, min], [Fare] as € 1.00 and added up; [every row]". */
final class TableSentence implements ViewContentSentence {
    private static final String LIMIT = "limit";
    private static final String COLUMN = "column/";
    private static final String EVERY_ROW = "every-row";
    private static final String MORE_COLUMN = "/column ";
    private static final String EARLIER = "/earlier";
    private static final String LATER = "/later";
    private static final String LEAVE_OUT = "/leave-out";
    private static final String TOTALLED = "/total";
    private static final String FORMAT = "/format ";
    private static final String WIDER = "/wider";
    private static final String NARROWER = "/narrower";
    private static final String AS_NEEDED = "/as-needed";

    private final ViewContent.Table shown;
    private final SentenceContext sentenceContext;

    TableSentence(ViewContent.Table shown, SentenceContext sentenceContext) {
        this.shown = shown;
        this.sentenceContext = sentenceContext;
    }

    @Override
    public void write(Sentence.Writer sentence) {
        sentence.words("Table with ");
        if (shown.columns().isEmpty()) {
            sentence.words("every column");
        }
        for (int i = 0; i < shown.columns().size(); i++) {
            ColumnLabels column = shown.columns().get(i);
            sentence.words(i == 0 ? "columns " : ", ").either(COLUMN + i, column.label());
            String how = FormatWords.of(column.format());
            if (!how.isEmpty()) {
                sentence.words(" as " + how);
            }
            if (column.totalled()) {
                sentence.words(how.isEmpty() ? " added up" : " and added up");
            }
        }
        sentence.words("; ")
                .mark(LIMIT, shown.limitParameter().map(TableSentence::limited).orElse("every row"));
    }

    private static String limited(String parameter) {
        return "as many rows as :" + parameter;
    }

    @Override
    public List<MarkOption> offers(String mark) {
        if (mark.equals(LIMIT)) {
            return limits();
        }
        if (mark.equals(MarkIds.MORE)) {
            return leftOut().stream()
                    .map(column -> MarkOption.of(MORE_COLUMN + column.name(), "with column " + column.inWords(), ""))
                    .toList();
        }
        return mark.startsWith(COLUMN)
                ? ofColumn(MarkIds.at(mark, shown.columns().size()))
                : List.of();
    }

    private List<ProfiledColumn> leftOut() {
        Set<String> there = shown.columns().stream().map(ColumnLabels::name).collect(Collectors.toSet());
        return sentenceContext.columns().stream()
                .filter(column -> !there.contains(column.name()))
                .toList();
    }

    private List<MarkOption> ofColumn(int at) {
        ColumnLabels column = shown.columns().get(at);
        List<MarkOption> offers = new ArrayList<>();
        if (at > 0) {
            offers.add(MarkOption.of(EARLIER, "move left", ""));
        }
        if (at < shown.columns().size() - 1) {
            offers.add(MarkOption.of(LATER, "move right", ""));
        }
        if (shown.columns().size() > 1) {
            offers.add(MarkOption.of(LEAVE_OUT, "remove", ""));
        }
        offers.add(MarkOption.of(WIDER, "wider", ""));
        offers.add(MarkOption.of(NARROWER, "narrower", ""));
        if (column.width() > 0) {
            offers.add(MarkOption.of(AS_NEEDED, "automatic width", "now %d characters".formatted(column.width())));
        }
        Optional<ProfiledColumn> output = sentenceContext.column(column.name());
        if (output.filter(ProfiledColumn::isMeasure).isPresent()) {
            offers.add(MarkOption.of(TOTALLED, column.totalled() ? "no total" : "added up below", ""));
        }
        FormatWords.offered(output).stream()
                .filter(format -> !format.equals(column.format()))
                .forEach(format -> offers.add(MarkOption.of(
                        FORMAT + format.written(),
                        format.equals(ValueFormat.PLAIN) ? "as returned by the source" : "as " + FormatWords.of(format),
                        "")));
        return offers;
    }

    private List<MarkOption> limits() {
        List<MarkOption> offers = new ArrayList<>();
        offers.add(MarkOption.of(EVERY_ROW, "every row", "up to the cap"));
        for (ParameterDefinition definition : sentenceContext.parameters().values()) {
            boolean fits = definition.type() == Type.INTEGER && !definition.many();
            String id = ":" + definition.name();
            offers.add(
                    fits
                            ? MarkOption.of(id, limited(definition.name()), "")
                            : MarkOption.misfit(id, limited(definition.name()), "not a single integer"));
        }
        return offers;
    }

    @Override
    public ViewContent with(String mark, String taken) {
        if (mark.equals(LIMIT)) {
            String limit = MarkOption.select(limits(), taken).id();
            return new ViewContent.Table(limit.equals(EVERY_ROW) ? "" : limit.substring(1), shown.columns());
        }
        List<ColumnLabels> columns = new ArrayList<>(shown.columns());
        if (mark.equals(MarkIds.MORE)) {
            String name = MarkOption.select(offers(mark), taken).id().substring(MORE_COLUMN.length());
            columns.add(ColumnLabels.plain(
                    name, sentenceContext.column(name).orElseThrow().label()));
        } else if (mark.startsWith(COLUMN)) {
            change(columns, MarkIds.at(mark, columns.size()), taken);
        } else {
            throw MarkIds.unknown(mark);
        }
        return new ViewContent.Table(shown.rowLimit(), columns);
    }

    /** Anything that is not an option is typed text. */
    private void change(List<ColumnLabels> columns, int at, String taken) {
        ColumnLabels column = columns.get(at);
        if (ofColumn(at).stream().noneMatch(option -> option.id().equals(taken))) {
            columns.set(at, column.called(taken.strip()));
            return;
        }
        switch (taken) {
            case EARLIER -> Collections.swap(columns, at, at - 1);
            case LATER -> Collections.swap(columns, at, at + 1);
            case LEAVE_OUT -> columns.remove(at);
            case WIDER, NARROWER -> columns.set(at, column.wider(taken.equals(WIDER)));
            case AS_NEEDED -> columns.set(at, column.asWideAsNeeded());
            case TOTALLED -> columns.set(at, column.totalled(!column.totalled()));
            default ->
                columns.set(
                        at,
                        column.written(ValueFormat.read(taken.substring(FORMAT.length()))
                                .orElseThrow()));
        }
    }
}
