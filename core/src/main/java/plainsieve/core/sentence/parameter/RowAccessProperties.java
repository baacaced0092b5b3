package plainsieve.core.sentence.parameter;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;
import plainsieve.core.parameter.ConvertedParameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.core.sentence.MarkOption;

/** The row access rule in the sentence of a parameter. */
final class RowAccessProperties {
    private static final String QUERY = "/query/";
    private static final String CLAIM = "/claim/";

    private final ParameterDefinition parameter;
    private final RowAccessRule rowAccessRule;
    private final ParameterContext around;

    RowAccessProperties(ParameterDefinition parameter, ParameterContext around) {
        this.parameter = parameter;
        this.rowAccessRule = parameter.rowAccess();
        this.around = around;
    }

    List<ParameterProperty> all() {
        List<ParameterProperty> all = new ArrayList<>();
        all.add(ParameterProperty.selectable("; viewers may choose ", "held", inWords(), this::offers, this::withOrigin)
                .rareWhen(!rowAccessRule.holds()));
        if (rowAccessRule.holds()) {
            String open = rowAccessRule.exempt().isEmpty()
                    ? "none"
                    : rowAccessRule.exempt().stream().map(this::named).sorted().collect(Collectors.joining(", "));
            all.add(ParameterProperty.selectable(
                    "; visible to everyone without it: ",
                    "open",
                    open,
                    this::things,
                    id -> withRule(rowAccessRule.exempt(id, !rowAccessRule.isOpen(id)))));
        }
        return all;
    }

    private String inWords() {
        return switch (rowAccessRule.by()) {
            case VIEWER -> "any value";
            case GROUP -> "values of their group";
            case CLAIM -> amongClaim(rowAccessRule.claim());
            case QUERY -> among(around.queryName(rowAccessRule.queryId()));
        };
    }

    private static String among(String query) {
        return "values from the result of query %s".formatted(query);
    }

    private static String amongClaim(String claim) {
        return "values from the sign-in claim %s".formatted(claim);
    }

    private List<MarkOption> offers() {
        List<MarkOption> offers = new ArrayList<>();
        offers.add(MarkOption.of(RowAccessRule.By.VIEWER.word(), "any value", "no row access rule"));
        offers.add(MarkOption.of(
                RowAccessRule.By.GROUP.word(), "values of their group", "operators set it per group on People"));
        around.claims()
                .forEach(claim ->
                        offers.add(MarkOption.of(CLAIM + claim, amongClaim(claim), "from the sign-in service")));
        around.queries()
                .forEach(query -> offers.add(MarkOption.of(
                        QUERY + query.id(), among(query.name()), "its first column; it can use the caller's name")));
        return offers;
    }

    private ConvertedParameter withOrigin(String taken) {
        if (taken.startsWith(CLAIM)) {
            return withRule(
                    new RowAccessRule(RowAccessRule.By.CLAIM, taken.substring(CLAIM.length()), rowAccessRule.exempt()));
        }
        if (taken.startsWith(QUERY)) {
            return withRule(
                    new RowAccessRule(RowAccessRule.By.QUERY, taken.substring(QUERY.length()), rowAccessRule.exempt()));
        }
        return withRule(new RowAccessRule(RowAccessRule.By.ofWord(taken).orElseThrow(), "", rowAccessRule.exempt()));
    }

    /** Queries and queried lists: what may have to be restricted. */
    private List<MarkOption> things() {
        List<MarkOption> things = new ArrayList<>();
        around.queries().forEach(query -> things.add(thing(query.id(), "the query")));
        around.parameters().values().stream()
                .filter(other -> other.list().isAsked() && !other.name().equals(parameter.name()))
                .map(ParameterDefinition::name)
                .sorted(Comparator.naturalOrder())
                .forEach(name -> things.add(thing(RowAccessRule.listOf(name), "a list")));
        return things;
    }

    private MarkOption thing(String id, String what) {
        return MarkOption.of(id, named(id), rowAccessRule.isOpen(id) ? what + ", open now" : what);
    }

    private String named(String thing) {
        return thing.startsWith(":") ? "the list of " + thing : around.queryName(thing);
    }

    private ConvertedParameter withRule(RowAccessRule changed) {
        return ConvertedParameter.without(
                parameter.withBounds(parameter.bounds().heldBy(changed)));
    }
}
