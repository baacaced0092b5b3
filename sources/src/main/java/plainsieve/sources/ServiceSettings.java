package plainsieve.sources;

import java.net.URI;
import java.net.URISyntaxException;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/** Connection settings of an HTTP service. Validated on construction. */
public sealed interface ServiceSettings extends SourceSettings {
    /** Its base URL: {@code https://tides.example/v1} */
    String base();

    SignIn signIn();

    /** The user name, or the name of the header or query parameter with the secret; empty if not needed. */
    String name();

    @Override
    default String address() {
        return base();
    }

    /** The rows of its responses are queried by an embedded engine. */
    @Override
    default Dialect dialect() {
        return Dialects.of(SourceKind.DUCKDB.word());
    }

    /** A service queried by web requests. */
    record Web(String base, SignIn signIn, String name) implements ServiceSettings {
        public Web {
            base = checked(base, signIn, name);
        }

        @Override
        public SourceKind kind() {
            return SourceKind.WEB;
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.web(this);
        }
    }

    /** A service that speaks OData: its sets of entities are tables. */
    record OData(String base, SignIn signIn, String name) implements ServiceSettings {
        public OData {
            base = checked(base, signIn, name);
        }

        @Override
        public SourceKind kind() {
            return SourceKind.ODATA;
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.odata(this);
        }
    }

    /** Those of a kind of service. Throws {@link ProblemException} when they cannot be. */
    static ServiceSettings of(SourceKind kind, SourceFields fields) {
        String name = fields.signIn().isNamed() ? fields.user() : "";
        return kind == SourceKind.ODATA
                ? new OData(fields.database(), fields.signIn(), name)
                : new Web(fields.database(), fields.signIn(), name);
    }

    private static String checked(String base, SignIn signIn, String name) {
        String address = base.replaceAll("/+$", "");
        if (!isAddress(address)) {
            throw bad("Invalid service address “%s”.".formatted(base), "Write one such as https://tides.example/v1.");
        }
        if (signIn.isNamed() && !name.matches("[\\x21-\\x7e&&[^:\\s]]{1,200}")) {
            throw bad(
                    "The authentication method needs a name.",
                    "Enter the user, or the name of the header or query parameter.");
        }
        return address;
    }

    private static boolean isAddress(String text) {
        try {
            URI uri = new URI(text);
            return uri.getHost() != null
                    && uri.getUserInfo() == null
                    && uri.getRawQuery() == null
                    && uri.getRawFragment() == null
                    && ("https".equals(uri.getScheme()) || "http".equals(uri.getScheme()));
        } catch (URISyntaxException e) {
            return false;
        }
    }

    private static ProblemException bad(String message, String advice) {
        return new ProblemException(Problem.of(ProblemKind.INVALID_SOURCE, message, advice));
    }
}
