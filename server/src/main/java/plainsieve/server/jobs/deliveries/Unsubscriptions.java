package plainsieve.server.jobs.deliveries;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Clock;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.stereotype.Service;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.access.security.SecretBox;
import plainsieve.server.records.jobs.UnsubscribedRecords;

/**
 * Unsubscribes recipients by a link in each email (RFC 8058). The link contains the delivery and the address and is signed
 * (HMAC-SHA256).
 */
@Service
public class Unsubscriptions {
    private static final String ALGORITHM = "HmacSHA256";

    /** An address of a screen has no point. */
    private static final String BETWEEN = "~";

    private final SecretKeySpec key;
    private final UnsubscribedRecords records;
    private final Clock clock;

    Unsubscriptions(SecretBox secrets, UnsubscribedRecords records, Clock clock) {
        this.key = new SecretKeySpec(secrets.derivedKey("unsubscribing"), ALGORITHM);
        this.records = records;
        this.clock = clock;
    }

    /** Whose mails of which delivery. @param address in small letters */
    public record Subscription(String projectId, String deliveryId, String address) {
        public Subscription {
            address = address.toLowerCase(Locale.ROOT);
        }
    }

    /** The content of the link. */
    public String token(Subscription of) {
        byte[] text =
                String.join("\n", of.projectId(), of.deliveryId(), of.address()).getBytes(StandardCharsets.UTF_8);
        Base64.Encoder encoder = Base64.getUrlEncoder().withoutPadding();
        return encoder.encodeToString(text) + BETWEEN + encoder.encodeToString(signature(text));
    }

    /** Throws {@link ProblemException} for a token that was changed. */
    public Subscription read(String token) {
        try {
            String[] parts = token.split(BETWEEN, -1);
            byte[] text = Base64.getUrlDecoder().decode(parts[0]);
            String[] said = new String(text, StandardCharsets.UTF_8).split("\n", -1);
            if (parts.length == 2
                    && said.length == 3
                    && MessageDigest.isEqual(
                            signature(text), Base64.getUrlDecoder().decode(parts[1]))) {
                return new Subscription(said[0], said[1], said[2]);
            }
        } catch (IllegalArgumentException e) {
            // Not a token; rejected below.
        }
        throw new ProblemException(Problem.of(
                ProblemKind.INVALID_LINK,
                "This link is incomplete.",
                "Open it from the email again, or copy all of it."));
    }

    public boolean isUnsubscribed(Subscription of) {
        return records.unsubscribed(of.projectId(), of.deliveryId()).contains(of.address());
    }

    /** @param none whether they want no more of it, or want it again */
    public void want(Subscription of, boolean none) {
        if (none) {
            records.unsubscribe(
                    of.projectId(),
                    of.deliveryId(),
                    of.address(),
                    clock.instant().toString());
        } else {
            records.subscribe(of.projectId(), of.deliveryId(), of.address());
        }
    }

    /** The addresses that want no more of a delivery. */
    public List<String> of(String projectId, String deliveryId) {
        return records.unsubscribed(projectId, deliveryId);
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
