package plainsieve.core.request;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;

/** Parses the lines of a request and reports all problems. */
final class RequestReader {
    private static final Pattern VERB = Pattern.compile("(get|post)\\s+(\\S.*)", Pattern.DOTALL);
    private static final Pattern READING = Pattern.compile(",?\\s+read-only$");
    private static final Pattern NAMED = Pattern.compile("(query|header)\\s+([^\\s=:]+)\\s*=\\s*(.*)", Pattern.DOTALL);
    private static final Pattern BODY = Pattern.compile("body\\s+(\\S.*)", Pattern.DOTALL);

    /** Headers set by the client itself, and those that could be confused with the source's secret. */
    private static final Pattern OWN_HEADERS = Pattern.compile(
            "(?i)host|content-length|connection|transfer-encoding|upgrade|expect|te|trailer|authorization|cookie|proxy-.*");

    private final String text;
    private final List<RequestPart> parts = new ArrayList<>();
    private final List<RequestText.Line> directions = new ArrayList<>();
    private final List<Problem> problems = new ArrayList<>();
    private WebRequest.Method method;

    private RequestReader(String text) {
        this.text = text;
    }

    /** Throws {@link ProblemException} with every problem and its place. */
    static WebRequest read(String text) {
        return new RequestReader(text).request();
    }

    private WebRequest request() {
        ResponseOptions all = ResponseOptions.of(List.of());
        for (RequestText.Line line : RequestText.of(text).lines()) {
            try {
                all = line(line, all);
            } catch (ProblemException e) {
                problems.add(
                        e.first().place().isPresent() ? e.first() : e.first().at(place(line)));
            }
        }
        if (method == null && problems.isEmpty()) {
            problems.add(bad("The request has no path yet.", "Begin with “get” and the path, such as get /ports.")
                    .at(TextLocation.of(text, 0, Math.min(RequestText.HEADER.length(), text.length()))));
        }
        if (!problems.isEmpty()) {
            throw new ProblemException(problems);
        }
        return new WebRequest(method, parts, directions);
    }

    private ResponseOptions line(RequestText.Line line, ResponseOptions sofar) {
        Matcher verb = VERB.matcher(line.text());
        Matcher named = NAMED.matcher(line.text());
        Matcher body = BODY.matcher(line.text());
        if (verb.matches()) {
            address(line, verb);
        } else if (named.matches()) {
            named(line, named);
        } else if (body.matches()) {
            add(RequestPart.Kind.BODY, "", new RequestText.Line(body.group(1), line.start() + body.start(1)), line);
        } else if (ResponseOptions.isOne(line.text())) {
            ResponseOptions more = sofar.and(line.text());
            directions.add(line);
            return more;
        } else {
            throw new ProblemException(
                    bad(
                            "Unknown request line “%s”.".formatted(line.text()),
                            "Lines begin with get, post, query, header, body, rows at, read as, pages by, column or cached for."));
        }
        return sofar;
    }

    private void address(RequestText.Line line, Matcher verb) {
        if (method != null) {
            throw new ProblemException(bad("The request has two paths.", "Leave one of them out."));
        }
        ValueEncoding.ParsedLine read = ValueEncoding.parseSuffix(verb.group(2));
        Matcher reading = READING.matcher(read.rest());
        boolean reads = reading.find();
        String address = reads ? read.rest().substring(0, reading.start()) : read.rest();
        method = verb.group(1).equals("post") ? WebRequest.Method.POST : WebRequest.Method.GET;
        if (method == WebRequest.Method.POST && !reads) {
            throw new ProblemException(bad(
                    "A POST may change data at the service.",
                    "Write “read-only” after the path if this one does not."));
        }
        if (!address.startsWith("/") || address.matches(".*\\s.*|.*#.*")) {
            throw new ProblemException(bad(
                    "“%s” is not a path below the source's address.".formatted(address),
                    "Begin with /, and write a space as %20."));
        }
        int start = line.start() + verb.start(2);
        int question = address.indexOf('?');
        segments(question < 0 ? address : address.substring(0, question), start, read.spelling());
        if (question >= 0) {
            readQueryString(address.substring(question + 1), start + question + 1, read.spelling());
        }
    }

    private void segments(String path, int start, ValueEncoding valueEncoding) {
        for (int from = 1; from <= path.length(); ) {
            int slash = path.indexOf('/', from);
            int to = slash < 0 ? path.length() : slash;
            RequestTemplate value = RequestTemplate.of(path.substring(from, to), start + from);
            RequestText.Line clause = new RequestText.Line(path.substring(from - 1, to), start + from - 1);
            parts.add(new RequestPart(RequestPart.Kind.PATH, "", value, valueEncoding, clause));
            from = to + 1;
        }
    }

    private void readQueryString(String query, int start, ValueEncoding valueEncoding) {
        int from = start;
        for (String one : query.split("&", -1)) {
            int equals = one.indexOf('=');
            if (equals < 1) {
                throw new ProblemException(bad("“%s” has no value.".formatted(one), "Write a name, = and a value.")
                        .at(TextLocation.of(text, from, from + one.length())));
            }
            RequestTemplate value = RequestTemplate.of(one.substring(equals + 1), from + equals + 1);
            parts.add(new RequestPart(
                    RequestPart.Kind.QUERY,
                    one.substring(0, equals),
                    value,
                    valueEncoding,
                    new RequestText.Line(one, from)));
            from += one.length() + 1;
        }
    }

    private void named(RequestText.Line line, Matcher named) {
        RequestPart.Kind kind = named.group(1).equals("query") ? RequestPart.Kind.QUERY : RequestPart.Kind.HEADER;
        String name = named.group(2);
        if (kind == RequestPart.Kind.HEADER
                && (OWN_HEADERS.matcher(name).matches() || !name.matches("[A-Za-z0-9!#$%&'*+.^_`|~-]+"))) {
            throw new ProblemException(bad(
                    "A query cannot set the header “%s”.".formatted(name), "Authentication is configured on Sources."));
        }
        add(kind, name, new RequestText.Line(named.group(3), line.start() + named.start(3)), line);
    }

    private void add(RequestPart.Kind kind, String name, RequestText.Line value, RequestText.Line clause) {
        ValueEncoding.ParsedLine read = kind == RequestPart.Kind.BODY
                ? new ValueEncoding.ParsedLine(value.text(), ValueEncoding.USUAL)
                : ValueEncoding.parseSuffix(value.text());
        parts.add(new RequestPart(kind, name, RequestTemplate.of(read.rest(), value.start()), read.spelling(), clause));
    }

    private TextLocation place(RequestText.Line line) {
        return TextLocation.of(text, line.start(), line.end());
    }

    private static Problem bad(String message, String advice) {
        return Problem.of(ProblemKind.INVALID_REQUEST, message, advice);
    }
}
