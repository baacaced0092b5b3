package plainsieve.server.people;

import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import java.net.IDN;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Addresses of people: one name at one domain, and nothing that would be more than one, or its own line in a mail. The name is of
 * plain letters, which every server for mail takes; a domain may be of any.
 */
public final class MailAddress {
    private static final int LONGEST = 254;
    private static final Pattern PLAIN =
            Pattern.compile("[\\p{Alnum}!#$%&'*+/=?^_`{|}~.-]+@[\\p{L}\\p{N}](?:[\\p{L}\\p{N}.-]*[\\p{L}\\p{N}])?");

    private MailAddress() {}

    /** The address as it is used; nothing when it is none. */
    public static Optional<String> read(String written) {
        String said = written.strip();
        if (said.length() > LONGEST || !PLAIN.matcher(said).matches()) {
            return Optional.empty();
        }
        try {
            String address = said.substring(0, said.indexOf('@') + 1) + IDN.toASCII(domain(said));
            new InternetAddress(address, true).validate();
            return Optional.of(address);
        } catch (AddressException | IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    /** What follows its sign. */
    public static String domain(String address) {
        return address.substring(address.lastIndexOf('@') + 1);
    }
}
