package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.Type;
import plainsieve.core.view.ColumnWords;
import plainsieve.core.view.Format;
import plainsieve.core.view.OutputColumn;
import plainsieve.core.view.Shown;

/** "Table with columns [Port], [Late, min], [Fare] as € 1.00 and added up; [every row]". */
final class TableSentence implements ShownSentence {
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

    private final Shown.Table shown;
    private final Known known;

    TableSentence(Shown.Table shown, Known known) {
        this.shown = shown;
        this.known = known;
    }

    @Override
    public void say(Sentence.Writer sentence) {
        sentence.words("Table with ");
        if (shown.columns().isEmpty()) {
            sentence.words("every column");
        }
        for (int i = 0; i < shown.columns().size(); i++) {
            ColumnWords column = shown.columns().get(i);
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
    public List<Offer> offers(String mark) {
        if (mark.equals(LIMIT)) {
            return limits();
        }
        if (mark.equals(MarkIds.MORE)) {
            return leftOut().stream()
                    .map(column -> Offer.of(MORE_COLUMN + column.name(), "with column " + column.inWords(), ""))
                    .toList();
        }
        return mark.startsWith(COLUMN)
                ? ofColumn(MarkIds.at(mark, shown.columns().size()))
                : List.of();
    }

    private List<OutputColumn> leftOut() {
        Set<String> there = shown.columns().stream().map(ColumnWords::name).collect(Collectors.toSet());
        return known.columns().stream()
                .filter(column -> !there.contains(column.name()))
                .toList();
    }

    private List<Offer> ofColumn(int at) {
        ColumnWords column = shown.columns().get(at);
        List<Offer> offers = new ArrayList<>();
        if (at > 0) {
            offers.add(Offer.of(EARLIER, "further to the front", ""));
        }
        if (at < shown.columns().size() - 1) {
            offers.add(Offer.of(LATER, "further to the back", ""));
        }
        if (shown.columns().size() > 1) {
            offers.add(Offer.of(LEAVE_OUT, "leave it out", ""));
        }
        offers.add(Offer.of(WIDER, "wider", ""));
        offers.add(Offer.of(NARROWER, "narrower", ""));
        if (column.width() > 0) {
            offers.add(
                    Offer.of(AS_NEEDED, "as wide as its values need", "now %d characters".formatted(column.width())));
        }
        Optional<OutputColumn> output = known.column(column.name());
        if (output.filter(OutputColumn::isMeasure).isPresent()) {
            offers.add(Offer.of(TOTALLED, column.totalled() ? "without its total" : "added up below", ""));
        }
        FormatWords.offered(output).stream()
                .filter(format -> !format.equals(column.format()))
                .forEach(format -> offers.add(Offer.of(
                        FORMAT + format.written(),
                        format.equals(Format.PLAIN) ? "as the source gives it" : "as " + FormatWords.of(format),
                        "")));
        return offers;
    }

    private List<Offer> limits() {
        List<Offer> offers = new ArrayList<>();
        offers.add(Offer.of(EVERY_ROW, "every row", "up to the cap"));
        for (ParameterDefinition definition : known.parameters().values()) {
            boolean fits = definition.type() == Type.INTEGER && !definition.many();
            String id = ":" + definition.name();
            offers.add(
                    fits
                            ? Offer.of(id, limited(definition.name()), "")
                            : Offer.misfit(id, limited(definition.name()), "not one whole number"));
        }
        return offers;
    }

    @Override
    public Shown with(String mark, String taken) {
        if (mark.equals(LIMIT)) {
            String limit = Offer.taken(limits(), taken).id();
            return new Shown.Table(limit.equals(EVERY_ROW) ? "" : limit.substring(1), shown.columns());
        }
        List<ColumnWords> columns = new ArrayList<>(shown.columns());
        if (mark.equals(MarkIds.MORE)) {
            String name = Offer.taken(offers(mark), taken).id().substring(MORE_COLUMN.length());
            columns.add(ColumnWords.plain(name, known.column(name).orElseThrow().label()));
        } else if (mark.startsWith(COLUMN)) {
            change(columns, MarkIds.at(mark, columns.size()), taken);
        } else {
            throw MarkIds.unknown(mark);
        }
        return new Shown.Table(shown.rowLimit(), columns);
    }

    /** What is no offer are words that were typed. */
    private void change(List<ColumnWords> columns, int at, String taken) {
        ColumnWords column = columns.get(at);
        if (ofColumn(at).stream().noneMatch(offer -> offer.id().equals(taken))) {
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
                        column.written(
                                Format.read(taken.substring(FORMAT.length())).orElseThrow()));
        }
    }
}
