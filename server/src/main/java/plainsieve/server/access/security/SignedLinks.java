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
import plainsieve.core.value.ProblemKind;
import plainsieve.server.runtime.settings.ServingSettings;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Choices in a link that its user cannot change: JSON with a signature (HMAC-SHA256) by a key of this server. They
 * are readable by anyone who has the link, and are valid for one report.
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

    /** Whether other servers sign links for this one: their tokens are valid here, too. */
    public boolean areShared() {
        return fromElsewhere;
    }

    /** The report that a link is for. */
    public record LinkTarget(String projectId, String reportId) {}

    /**
     * The terms of a link, included so that other servers with the same key can verify them.
     *
     * @param id of the link
     * @param ends ISO 8601; empty for no expiry
     * @param anyone whether it is public
     */
    public record LinkTerms(String id, String ends, boolean anyone) {}

    /** The content of a valid token. */
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

    /** The content of a token. Throws {@link ProblemException} if it was changed, or issued for another report. */
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
            // Not a token; rejected below like any other that was not issued here.
        }
        throw notOurs();
    }

    /** The token was not issued here, was issued for another report, or is truncated. */
    public static ProblemException notOurs() {
        return new ProblemException(Problem.of(
                ProblemKind.INVALID_LINK,
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
