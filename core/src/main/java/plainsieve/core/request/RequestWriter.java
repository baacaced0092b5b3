package plainsieve.core.request;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Value;

/** Writes a request with the chosen values as placeholders, as it is logged and sent. */
final class RequestWriter {
    private final WebRequest request;
    private final Choices choices;
    private final StringBuilder text = new StringBuilder();
    private final List<BoundValue> values = new ArrayList<>();
    private final List<Placement> placements = new ArrayList<>();

    RequestWriter(WebRequest request, Choices choices) {
        this.request = request;
        this.choices = choices;
    }

    /** The choice for one placeholder. */
    private record FilledPlaceholder(RequestTemplate.Placeholder hole, List<Value> values) {}

    Statement write(Statement sql) {
        text.append(request.method().name().toLowerCase(Locale.ROOT)).append(' ');
        int path = text.length();
        request.parts(RequestPart.Kind.PATH).forEach(part -> part(part, "/"));
        if (text.length() == path) {
            text.append('/');
        }
        int asked = text.length();
        for (RequestPart part : request.parts(RequestPart.Kind.QUERY)) {
            part(part, text.length() == asked ? "?" : "&");
        }
        text.append('\n');
        request.parts(RequestPart.Kind.HEADER).forEach(part -> line(part, "header " + part.name() + " = "));
        request.parts(RequestPart.Kind.BODY).forEach(part -> line(part, "body "));
        request.directions().forEach(line -> text.append(line.text()).append('\n'));
        text.append(RequestText.THEN).append('\n');
        return withQuery(sql);
    }

    private Statement withQuery(Statement sql) {
        int blanks = sql.text().length() - sql.text().stripLeading().length();
        int shift = text.length() - blanks;
        List<BoundValue> all = new ArrayList<>(values);
        sql.values().forEach(value -> all.add(value.shiftedBy(shift)));
        List<Placement> places = Stream.concat(
                        placements.stream(), sql.placements().stream().map(place -> place.shiftedBy(shift)))
                .sorted(Comparator.comparingInt(place -> place.start() < 0 ? Integer.MAX_VALUE : place.start()))
                .toList();
        return new Statement(text + sql.text().substring(blanks), all, places, sql.cap());
    }

    private void line(RequestPart part, String before) {
        int start = text.length();
        part(part, before);
        if (text.length() > start) {
            text.append('\n');
        }
    }

    private void part(RequestPart part, String before) {
        List<FilledPlaceholder> filled = part.value().holes().stream()
                .map(placeholder -> new FilledPlaceholder(placeholder, chosen(placeholder, part)))
                .toList();
        int start = text.length();
        boolean out = filled.stream().anyMatch(one -> one.values().isEmpty());
        if (!out) {
            text.append(before)
                    .append(
                            part.kind() == RequestPart.Kind.QUERY
                                    ? RequestEncoding.literal(part.name(), part.kind()) + "="
                                    : "");
            values(part, filled);
        }
        int end = text.length();
        filled.forEach(one -> placements.add(new Placement(
                one.hole().name(),
                out
                        ? Placement.Outcome.LEFT_OUT
                        : one.values().size() > 1 ? Placement.Outcome.SPREAD : Placement.Outcome.BOUND,
                out ? 0 : one.values().size(),
                one.hole().start(),
                one.hole().end(),
                part.clause().start(),
                part.clause().end(),
                start,
                end)));
    }

    private List<Value> chosen(RequestTemplate.Placeholder placeholder, RequestPart part) {
        Parameter parameter = choices.parameter(placeholder.name());
        List<Value> chosen = RequestValues.of(parameter, choices.of(placeholder.name()));
        RequestValues.check(parameter, chosen, part);
        return chosen.stream()
                .map(value -> part.spelling().of(value, parameter))
                .toList();
    }

    /** One part for each of several values that are not joined. */
    private void values(RequestPart part, List<FilledPlaceholder> filled) {
        boolean joined = part.spelling().joined().isPresent();
        int times = joined
                ? 1
                : filled.stream().mapToInt(one -> one.values().size()).max().orElse(1);
        for (int i = 0; i < times; i++) {
            if (i > 0) {
                text.append('&')
                        .append(RequestEncoding.literal(part.name(), part.kind()))
                        .append('=');
            }
            for (RequestTemplate.Piece piece : part.value().pieces()) {
                if (piece instanceof RequestTemplate.Words words) {
                    text.append(RequestEncoding.literal(words.text(), part.kind()));
                } else {
                    hole((RequestTemplate.Placeholder) piece, filled, part, i);
                }
            }
        }
    }

    private void hole(
            RequestTemplate.Placeholder placeholder, List<FilledPlaceholder> filled, RequestPart part, int turn) {
        List<Value> all = filled.stream()
                .filter(one -> one.hole() == placeholder)
                .findFirst()
                .orElseThrow()
                .values();
        if (part.spelling().joined().isEmpty()) {
            placeholder(placeholder, all.get(all.size() == 1 ? 0 : turn));
            return;
        }
        String sign = RequestEncoding.literal(part.spelling().joined().get(), part.kind());
        for (int i = 0; i < all.size(); i++) {
            text.append(i == 0 ? "" : sign);
            placeholder(placeholder, all.get(i));
        }
    }

    private void placeholder(RequestTemplate.Placeholder placeholder, Value value) {
        values.add(new BoundValue(placeholder.name(), text.length(), new PlaceholderBinding.Single(value)));
        text.append('?');
    }
}
