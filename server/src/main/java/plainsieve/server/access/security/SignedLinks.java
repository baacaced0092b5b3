package plainsieve.server.access.security;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.runtime.settings.ServingSettings;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Choices in a link that its reader cannot change: their JSON with a signature (HMAC-SHA256) by a key of this server. They
 * can be read by anyone who has the link, and apply to one report.
 */
@Component
public final class SignedLinks {
    private static final String ALGORITHM = "HmacSHA256";

    private final SecretKeySpec key;
    private final JsonMapper json;
    private final boolean fromElsewhere;

    SignedLinks(SecretBox secrets, JsonMapper json, ServingSettings serving) {
        this.fromElsewhere =
                serving.folder().isPresent() && !serving.sharedKey().isEmpty();
        this.key = new SecretKeySpec(secrets.derivedKey("signed links"), ALGORITHM);
        this.json = json;
    }

    /** Whether other servers sign links for this one: what their tokens say holds here, too. */
    public boolean comeFromElsewhere() {
        return fromElsewhere;
    }

    /** The report that a link is for. */
    public record LinkTarget(String projectId, String reportId) {}

    /**
     * How a link holds, so that other servers with the same key know it, too.
     *
     * @param id of the link
     * @param ends as ISO 8601; empty for no end
     * @param anyone whether it opens the report for anyone who has it
     */
    public record LinkTerms(String id, String ends, boolean anyone) {}

    /** What a genuine token says. */
    public record LinkContent(LinkTerms terms, Map<String, ChoiceText> choices) {}

    /** The content of a token. */
    private record TokenPayload(
            String project, String report, String id, String ends, boolean anyone, Map<String, TokenChoice> choices) {
        LinkTerms terms() {
            return new LinkTerms(id, ends, anyone);
        }

        boolean isFor(LinkTarget target) {
            return target.projectId().equals(project) && target.reportId().equals(report);
        }
    }

    /** A choice as tokens write it. */
    private record TokenChoice(String kind, List<String> values, boolean withoutValue) {
        static TokenChoice of(ChoiceText choice) {
            return new TokenChoice(
                    choice.kind().name().toLowerCase(Locale.ROOT), choice.values(), choice.withoutValue());
        }

        ChoiceText read() {
            return new ChoiceText(ChoiceText.Kind.valueOf(kind.toUpperCase(Locale.ROOT)), values, withoutValue);
        }
    }

    public String sign(LinkTarget target, LinkTerms terms, Map<String, ChoiceText> choices) {
        Map<String, TokenChoice> written = new LinkedHashMap<>();
        choices.forEach((name, choice) -> written.put(name, TokenChoice.of(choice)));
        byte[] text = json.writeValueAsString(new TokenPayload(
                        target.projectId(), target.reportId(), terms.id(), terms.ends(), terms.anyone(), written))
                .getBytes(StandardCharsets.UTF_8);
        Base64.Encoder encoder = Base64.getUrlEncoder().withoutPadding();
        return encoder.encodeToString(text) + "." + encoder.encodeToString(signature(text));
    }

    /** What a token says. Throws {@link ProblemException} when it was changed, or made for another report. */
    public LinkContent read(LinkTarget target, String token) {
        String[] parts = token.split("\\.", -1);
        try {
            byte[] text = Base64.getUrlDecoder().decode(parts[0]);
            boolean genuine = parts.length == 2
                    && MessageDigest.isEqual(
                            signature(text), Base64.getUrlDecoder().decode(parts[1]));
            if (genuine) {
                TokenPayload signed = json.readValue(new String(text, StandardCharsets.UTF_8), TokenPayload.class);
                if (signed.isFor(target)) {
                    return new LinkContent(signed.terms(), choices(signed));
                }
            }
        } catch (IllegalArgumentException | JacksonException e) {
            // Not even the shape of a token: refused below like any other that we did not make.
        }
        throw notOurs();
    }

    /** Someone else made it, or it was made for another report, or cut off. */
    public static ProblemException notOurs() {
        return new ProblemException(Problem.of(
                "bad-signed-link",
                "The signature of this link is invalid: it was changed or cut off.",
                "Ask for the link again."));
    }

    private static Map<String, ChoiceText> choices(TokenPayload signed) {
        Map<String, ChoiceText> choices = new LinkedHashMap<>();
        signed.choices().forEach((name, written) -> choices.put(name, written.read()));
        return choices;
    }

    private byte[] signature(byte[] text) {
        try {
            Mac mac = Mac.getInstance(ALGORITHM);
            mac.init(key);
            return mac.doFinal(text);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("Every Java has " + ALGORITHM, e);
        }
    }
}
