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

/** What went wrong with a service, in words. No message has the secret, not even where the service says it back. */
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

    /** What hides the secret of the source where its service repeats it. */
    SecretMask mask() {
        return mask;
    }

    SourceFailure refused(String message, String advice) {
        return new SourceFailure(SourceFailure.Kind.REFUSED_STATEMENT, message, advice, null);
    }

    SourceFailure unreachable(IOException cause) {
        String why = cause instanceof UnknownHostException || cause.getCause() instanceof UnknownHostException
                ? "there is no such host"
                : cause instanceof SSLException
                        ? "its certificate is not trusted, or it does not speak TLS"
                        : cause instanceof ConnectException || cause instanceof SocketTimeoutException
                                ? "nobody answers there"
                                : "the connection broke off";
        return new SourceFailure(
                SourceFailure.Kind.UNREACHABLE,
                "“%s” could not be asked: %s.".formatted(access.id(), why),
                "Look at its address on Sources, or try again.",
                cause);
    }

    SourceFailure full(IOException cause) {
        boolean full = String.valueOf(cause.getMessage()).contains("No space left");
        return new SourceFailure(
                SourceFailure.Kind.UNREACHABLE,
                full
                        ? "The answer could not be kept: the disk of the server is full."
                        : "The answer could not be kept.",
                "Ask who looks after the server; its log says more.",
                cause);
    }

    SourceFailure busy(long seconds) {
        return new SourceFailure(
                SourceFailure.Kind.BUSY,
                "“%s” has too much to do and asks to be left alone for %,d seconds.".formatted(access.id(), seconds),
                "Try again then.",
                null);
    }

    SourceFailure tooLarge(long bytes) {
        return refused(
                "The answer is larger than %,d MB.".formatted(bytes >> 20),
                "Choose less, so that the service sends less; or have plainsieve.web.answer-most raised.");
    }

    /** An answer that is none. */
    SourceFailure of(ResponsePage responsePage) {
        int status = responsePage.status();
        if (status == UNAUTHORIZED || status == FORBIDDEN) {
            return new SourceFailure(
                    SourceFailure.Kind.UNREACHABLE,
                    "“%s” does not let this server in (%d).".formatted(access.id(), status),
                    "Look at how it signs in on Sources.",
                    null);
        }
        String said = describe(responsePage.body());
        String words = said.isEmpty() ? "" : " It says: " + said;
        if (status >= SERVER_ERRORS) {
            return new SourceFailure(
                    SourceFailure.Kind.UNREACHABLE,
                    "“%s” failed (%d).%s".formatted(access.id(), status, words),
                    "Try again later, or ask who looks after it.",
                    null);
        }
        return status == NOT_FOUND
                ? refused("“%s” has nothing there (404).%s".formatted(access.id(), words), "Correct the path.")
                : refused(
                        "“%s” refused the request (%d).%s".formatted(access.id(), status, words),
                        "Correct what is asked for.");
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

    /** Where a service says the secret back, nobody sees it. */
    String withoutSecret(String text) {
        return mask.hidden(text);
    }
}
