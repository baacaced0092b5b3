package plainsieve.core.request;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import plainsieve.core.parameter.Choices;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ProblemException;

/** A parsed request that can be combined with the SQL over its rows. Immutable. */
public final class PreparedRequest implements LeadingRequest {
    private final WebRequest request;

    private PreparedRequest(WebRequest request) {
        this.request = request;
    }

    /** Throws {@link ProblemException} with every problem and its place. */
    public static PreparedRequest of(String text) {
        return new PreparedRequest(RequestReader.read(text));
    }

    @Override
    public List<NamedPlaceholder> places() {
        List<NamedPlaceholder> places = new ArrayList<>();
        request.parts().forEach(part -> part.value()
                .holes()
                .forEach(placeholder ->
                        places.add(new NamedPlaceholder(placeholder.name(), placeholder.start(), placeholder.end()))));
        return places;
    }

    @Override
    public Set<String> parameterNames() {
        return request.parameterNames();
    }

    /**
     * The outgoing text: the request with a placeholder for every value, followed by the SQL.
     *
     * @throws ProblemException for a choice that its place cannot accept
     */
    @Override
    public Statement inFrontOf(Statement sql, Choices choices) {
        return new RequestWriter(request, choices).write(sql);
    }
}
