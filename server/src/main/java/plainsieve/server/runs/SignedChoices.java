package plainsieve.server.runs;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.stereotype.Component;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.project.ChoiceBody;
import plainsieve.server.project.Json;
import plainsieve.server.security.SecretBox;

/**
 * Choices in a link that its reader cannot change: their JSON with a signature (HMAC-SHA256) by a key of this server. They
 * can be read by whoever has the link, and hold for one report.
 */
@Component
public final class SignedChoices {
    private static final String ALGORITHM = "HmacSHA256";

    private final SecretKeySpec key;
    private final Json json;

    SignedChoices(SecretBox secrets, Json json) {
        this.key = new SecretKeySpec(secrets.derivedKey("signed links"), ALGORITHM);
        this.json = json;
    }

    /** What a token holds. */
    record Signed(String report, Map<String, ChoiceBody> choices) {}

    public String sign(String reportId, Map<String, ChoiceBody> choices) {
        byte[] text =
                json.write(new Signed(reportId, new LinkedHashMap<>(choices))).getBytes(StandardCharsets.UTF_8);
        Base64.Encoder encoder = Base64.getUrlEncoder().withoutPadding();
        return encoder.encodeToString(text) + "." + encoder.encodeToString(signature(text));
    }

    /** The choices of a token; none for an empty one. Throws {@link ProblemException} when it was changed, or made for another report. */
    public Map<String, ChoiceBody> read(String reportId, String token) {
        if (token == null || token.isEmpty()) {
            return Map.of();
        }
        try {
            String[] parts = token.split("\\.", -1);
            byte[] text = Base64.getUrlDecoder().decode(parts[0]);
            boolean genuine = parts.length == 2
                    && MessageDigest.isEqual(
                            signature(text), Base64.getUrlDecoder().decode(parts[1]));
            if (genuine) {
                Signed signed = json.read(new String(text, StandardCharsets.UTF_8), Signed.class);
                if (signed.report().equals(reportId)) {
                    return signed.choices();
                }
            }
        } catch (IllegalArgumentException e) {
            // Not even the shape of a token: refused below like any other that we did not make.
        }
        throw new ProblemException(Problem.of(
                "bad-signed-link",
                "The signed part of this link is not ours for this report: it was changed or cut off.",
                "Ask for the link again."));
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
