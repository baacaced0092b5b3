package plainsieve.sources.web;

import java.io.IOException;
import java.net.ConnectException;
import java.net.SocketTimeoutException;
import java.net.UnknownHostException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.net.ssl.SSLException;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;

/** Translates failures of a service to messages. No message contains the secret, even if the service repeats it. */
final class WebFailures {
    private static final int MOST_SAID = 300;
    private static final int UNAUTHORIZED = 401;
    private static final int FORBIDDEN = 403;
    private static final int NOT_FOUND = 404;
    private static final int SERVER_ERRORS = 500;

    private final SourceAccess access;
    private final SecretMask mask;

    WebFailures(SourceAccess access) {
        this.access = access;
        this.mask = SecretMask.of(
                ((ServiceSettings) access.settings()).name(), access.password().reveal());
    }

    /** The mask of the source's secret. */
    SecretMask mask() {
        return mask;
    }

    SourceFailure rejected(String message, String advice) {
        return new SourceFailure(SourceFailure.Kind.REFUSED_STATEMENT, message, advice, null);
    }

    SourceFailure unreachable(IOException cause) {
        String why = cause instanceof UnknownHostException || cause.getCause() instanceof UnknownHostException
                ? "unknown host"
                : cause instanceof SSLException
                        ? "its certificate is not trusted, or it does not speak TLS"
                        : cause instanceof ConnectException || cause instanceof SocketTimeoutException
                                ? "connection refused"
                                : "the connection was interrupted";
        return new SourceFailure(
                SourceFailure.Kind.UNREACHABLE,
                "“%s” could not be reached: %s.".formatted(access.id(), why),
                "Check its address on Sources, or try again.",
                cause);
    }

    SourceFailure full(IOException cause) {
        boolean full = String.valueOf(cause.getMessage()).contains("No space left");
        return new SourceFailure(
                SourceFailure.Kind.UNREACHABLE,
                full
                        ? "The response could not be stored: the server's disk is full."
                        : "The response could not be stored.",
                "Ask your administrator; the server log has details.",
                cause);
    }

    SourceFailure busy(long seconds) {
        return new SourceFailure(
                SourceFailure.Kind.BUSY,
                "“%s” is overloaded; retry after %,d seconds.".formatted(access.id(), seconds),
                "Try again then.",
                null);
    }

    SourceFailure tooLarge(long bytes) {
        return rejected(
                "The response is larger than %,d MB.".formatted(bytes >> 20),
                "Narrow the choices, or raise plainsieve.web.max-response-size.");
    }

    /** An answer that is none. */
    SourceFailure of(ResponsePage responsePage) {
        int status = responsePage.status();
        if (status == UNAUTHORIZED || status == FORBIDDEN) {
            return new SourceFailure(
                    SourceFailure.Kind.UNREACHABLE,
                    "“%s” rejected the authentication (%d).".formatted(access.id(), status),
                    "Check its authentication on Sources.",
                    null);
        }
        String said = describe(responsePage.body());
        String words = said.isEmpty() ? "" : " It says: " + said;
        if (status >= SERVER_ERRORS) {
            return new SourceFailure(
                    SourceFailure.Kind.UNREACHABLE,
                    "“%s” failed (%d).%s".formatted(access.id(), status, words),
                    "Try again later, or ask its administrator.",
                    null);
        }
        return status == NOT_FOUND
                ? rejected("“%s” returned 404: not found.%s".formatted(access.id(), words), "Correct the path.")
                : rejected(
                        "“%s” refused the request (%d).%s".formatted(access.id(), status, words),
                        "Correct the request.");
    }

    private String describe(Path body) {
        try (var in = Files.newInputStream(body)) {
            String text = new String(in.readNBytes(MOST_SAID * 4), StandardCharsets.UTF_8)
                    .replaceAll("[\\p{Cntrl}\\s]+", " ")
                    .strip();
            return text.startsWith("<")
                    ? ""
                    : withoutSecret(text.length() > MOST_SAID ? text.substring(0, MOST_SAID) + "…" : text);
        } catch (IOException e) {
            return "";
        }
    }

    /** The text with the secret masked. */
    String withoutSecret(String text) {
        return mask.hidden(text);
    }
}
