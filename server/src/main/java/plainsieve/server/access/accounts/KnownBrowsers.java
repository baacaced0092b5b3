package plainsieve.server.access.accounts;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.Base64;
import java.util.Locale;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.stereotype.Component;
import plainsieve.server.access.security.SecretBox;

/**
 * Device tokens: a browser that has been used to sign in gets a random value and its HMAC for the person's name. A token does not
 * authenticate; it exempts the browser from the rate limit that failed sign-ins elsewhere trigger.
 */
@Component
public class KnownBrowsers {
    private static final String ALGORITHM = "HmacSHA256";

    private final SecretGenerator secretGenerator = new SecretGenerator();
    private final SecretKeySpec key;

    KnownBrowsers(SecretBox secrets) {
        this.key = new SecretKeySpec(secrets.derivedKey("known browsers"), ALGORITHM);
    }

    /** A mark for a browser in which this person has just signed in. */
    public String mark(String name) {
        String random = secretGenerator.fresh();
        return random + "." + signature(random, name);
    }

    boolean knows(String name, String mark) {
        int dot = mark.indexOf('.');
        return dot > 0
                && MessageDigest.isEqual(
                        bytes(mark.substring(dot + 1)), bytes(signature(mark.substring(0, dot), name)));
    }

    private String signature(String random, String name) {
        try {
            Mac mac = Mac.getInstance(ALGORITHM);
            mac.init(key);
            byte[] signed = mac.doFinal(bytes(random + "\n" + name.strip().toLowerCase(Locale.ROOT)));
            return Base64.getUrlEncoder().withoutPadding().encodeToString(signed);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("Every Java has " + ALGORITHM, e);
        }
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}
