package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.question.QuestionLine;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;

/**
 * A view as a sentence: the text of its kind, its title, and the filters it ignores.
 *
 * <pre>
 * Bars of the [number of rows] by [port], [the 7 largest], called [By port], not filtered by [:vessel] [+]
 * </pre>
 */
public final class ViewSentence {
    private static final String ASIDE = "aside/";
    private static final String FILTERED = "/filtered";
    private static final String SET_ASIDE = "/aside ";
    private static final String WITH_TITLE = "/title";
    private static final String LEAD = "lead";

    private final View view;
    private final SentenceContext sentenceContext;
    private final ViewContentSentence shown;
    private final ClickThroughOptions clickThroughOptions;

    public ViewSentence(View view, SentenceContext sentenceContext) {
        this.view = view;
        this.sentenceContext = sentenceContext;
        this.shown = ViewContentSentence.of(view.shown(), sentenceContext);
        this.clickThroughOptions = new ClickThroughOptions(view.shown(), sentenceContext);
    }

    /**
     * The sentence of a view, followed by a mark for additions.
     *
     * @param reportNames report names by ID
     */
    public static Sentence of(View view, UnaryOperator<String> reportNames) {
        return new ViewSentence(view, SentenceContext.NOTHING)
                .render(reportNames)
                .words(" · ")
                .mark(MarkIds.MORE, "+")
                .done();
    }

    /** How a view reads aloud. */
    public static String inWords(View view) {
        return new ViewSentence(view, SentenceContext.NOTHING)
                .render(UnaryOperator.identity())
                .done()
                .text();
    }

    private Sentence.Writer render(UnaryOperator<String> reportNames) {
        Sentence.Writer sentence = Sentence.write();
        shown.write(sentence);
        if (!view.title().isEmpty()) {
            sentence.words(", called ").typed(MarkIds.TITLE, view.title());
        }
        for (int i = 0; i < view.ignoredParameters().size(); i++) {
            sentence.words(i == 0 ? ", not filtered by " : ", ")
                    .mark(ASIDE + i, ":" + view.ignoredParameters().get(i));
        }
        view.link().ifPresent(clickThrough -> {
            sentence.words(clickThrough.isForFurtherRows() ? ", more rows are in " : ", a click opens ")
                    .mark(LEAD, reportNames.apply(clickThrough.reportId()));
            if (!clickThrough.isForFurtherRows()) {
                sentence.words(" with it as :" + clickThrough.parameter());
            }
        });
        return sentence;
    }

    /** The options of a mark, unavailable ones with their reason; none for typed text. */
    public List<MarkOption> offers(String mark) {
        if (mark.startsWith(ASIDE)) {
            return List.of(MarkOption.of(FILTERED, "filter by it again", ""));
        }
        if (mark.equals(LEAD)) {
            List<MarkOption> offers = new ArrayList<>(clickThroughOptions.offers());
            offers.add(clickThroughOptions.nowhere());
            return offers;
        }
        List<MarkOption> offers = new ArrayList<>(shown.offers(mark));
        if (mark.equals(MarkIds.MORE)) {
            if (view.title().isEmpty()) {
                offers.add(MarkOption.of(WITH_TITLE, "with a title", ""));
            }
            asides().forEach(offers::add);
            if (view.link().isEmpty()) {
                offers.addAll(clickThroughOptions.offers());
            }
        }
        return offers;
    }

    private List<MarkOption> asides() {
        return new TreeSet<>(sentenceContext.mentioned())
                .stream()
                        .filter(name -> sentenceContext.parameters().containsKey(name)
                                && !view.ignoredParameters().contains(name))
                        .map(name -> aside(sentenceContext.parameters().get(name)))
                        .toList();
    }

    private static MarkOption aside(ParameterDefinition parameter) {
        String id = SET_ASIDE + parameter.name();
        String words = "not filtered by :" + parameter.name();
        if (parameter.isComputed()) {
            return MarkOption.misfit(id, words, "it is not a choice");
        }
        return parameter.meaning().blankRule() == BlankRule.NOT_ALLOWED
                ? MarkOption.misfit(id, words, "it requires a choice")
                : MarkOption.of(id, words, "on purpose");
    }

    /**
     * The view with a changed mark. Throws {@link ProblemException} for an invalid option.
     *
     * @param taken the ID of an option, or typed text
     */
    public View with(String mark, String taken) {
        if (mark.equals(MarkIds.TITLE)) {
            QuestionLine.read(taken);
            return view.titled(taken.strip());
        }
        if (mark.startsWith(ASIDE)) {
            int at = MarkIds.at(mark, view.ignoredParameters().size());
            MarkOption.select(offers(mark), taken);
            List<String> rest = new ArrayList<>(view.ignoredParameters());
            rest.remove(at);
            return view.setAside(rest);
        }
        if (mark.equals(LEAD) || mark.equals(MarkIds.MORE) && taken.startsWith(ClickThroughOptions.TO)) {
            return view.leading(ClickThroughOptions.read(
                    MarkOption.select(offers(mark), taken).id()));
        }
        if (mark.equals(MarkIds.MORE) && taken.equals(WITH_TITLE)) {
            return view.titled("Title");
        }
        if (mark.equals(MarkIds.MORE) && taken.startsWith(SET_ASIDE)) {
            List<String> more = new ArrayList<>(view.ignoredParameters());
            more.add(MarkOption.select(offers(mark), taken).id().substring(SET_ASIDE.length()));
            return view.setAside(more);
        }
        return showing(shown.with(mark, taken));
    }

    /** A generated title follows the view; an author's title stays. */
    private View showing(ViewContent now) {
        boolean usual = view.title().equals(shown.usualTitle());
        View changed = view.showing(now);
        return usual
                ? changed.titled(ViewContentSentence.of(now, sentenceContext).usualTitle())
                : changed;
    }
}
