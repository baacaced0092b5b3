package plainsieve.server.people;

import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import java.net.IDN;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Email addresses: one name at one domain, and nothing that could be several addresses or a header line. The name is
 * ASCII, which every mail server accepts; domains may be internationalized.
 */
public final class MailAddress {
    private static final int LONGEST = 254;
    private static final Pattern PLAIN =
            Pattern.compile("[\\p{Alnum}!#$%&'*+/=?^_`{|}~.-]+@[\\p{L}\\p{N}](?:[\\p{L}\\p{N}.-]*[\\p{L}\\p{N}])?");

    private MailAddress() {}

    /** The normalized address; empty if it is invalid. */
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

    /** The domain of an address. */
    public static String domain(String address) {
        return address.substring(address.lastIndexOf('@') + 1);
    }
}
