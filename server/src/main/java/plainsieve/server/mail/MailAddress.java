package plainsieve.server.mail;

import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import java.util.Optional;

/** Addresses of people: one name at one domain, and nothing that would be more than one, or a line of its own in a mail. */
public final class MailAddress {
    private static final int LONGEST = 254;

    private MailAddress() {}

    /** The address as it is used; nothing when it is none. */
    public static Optional<String> read(String written) {
        String address = written.strip();
        boolean plain = address.length() <= LONGEST && address.matches("[^\\s<>,;:\"()\\[\\]\\\\\\p{Cntrl}]+@[^\\s@]+");
        if (!plain) {
            return Optional.empty();
        }
        try {
            new InternetAddress(address, true).validate();
            return Optional.of(address);
        } catch (AddressException e) {
            return Optional.empty();
        }
    }

    /** What stands behind its sign. */
    public static String domain(String address) {
        return address.substring(address.lastIndexOf('@') + 1);
    }
}
