package plainsieve.server.access.security;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.Base64;
import javax.crypto.Cipher;
import javax.crypto.Mac;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.stereotype.Component;
import plainsieve.server.records.IncompatibleDatabaseException;
import plainsieve.server.runtime.settings.ServingSettings;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.sources.Secret;

/** Encrypts passwords for the records with AES-GCM. The key is stored beside the records in a file that only its owner can read,
 * or is shared by several servers. */
@Component
public final class SecretBox {
    private static final int KEY_BYTES = 32;
    private static final int NONCE_BYTES = 12;
    private static final int TAG_BITS = 128;

    private final SecureRandom random = new SecureRandom();
    private final SecretKeySpec key;

    public SecretBox(Settings settings, ServingSettings serving) throws IOException {
        this.key = new SecretKeySpec(
                serving.sharedKey().isEmpty()
                        ? keyIn(settings.dataFolder().resolve("secret.key"))
                        : keyOf(serving.sharedKey()),
                "AES");
    }

    /** A shared key is provided by administrators, who are responsible for its randomness. */
    private static byte[] keyOf(String shared) {
        try {
            return MessageDigest.getInstance("SHA-256")
                    .digest(("Plain Sieve\0" + shared).getBytes(StandardCharsets.UTF_8));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("Every Java has SHA-256", e);
        }
    }

    private byte[] keyIn(Path file) throws IOException {
        if (Files.exists(file)) {
            return whole(file, Files.readAllBytes(file));
        }
        byte[] fresh = new byte[KEY_BYTES];
        random.nextBytes(fresh);
        Files.createDirectories(file.toAbsolutePath().getParent());
        Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        Files.write(file, fresh, StandardOpenOption.SYNC);
        return fresh;
    }

    private static byte[] whole(Path file, byte[] key) {
        if (key.length != KEY_BYTES) {
            throw new IncompatibleDatabaseException(
                    "%s is not a key: it has %d bytes instead of %d. It was left unchanged. Restore the key file that belongs to the database."
                            .formatted(file, key.length, KEY_BYTES));
        }
        return key;
    }

    public String lock(Secret secret) {
        byte[] nonce = new byte[NONCE_BYTES];
        random.nextBytes(nonce);
        byte[] locked = run(Cipher.ENCRYPT_MODE, nonce, secret.reveal().getBytes(StandardCharsets.UTF_8));
        return Base64.getEncoder()
                .encodeToString(ByteBuffer.allocate(nonce.length + locked.length)
                        .put(nonce)
                        .put(locked)
                        .array());
    }

    public Secret unlock(String locked) {
        byte[] bytes = Base64.getDecoder().decode(locked);
        byte[] text = run(
                Cipher.DECRYPT_MODE,
                Arrays.copyOf(bytes, NONCE_BYTES),
                Arrays.copyOfRange(bytes, NONCE_BYTES, bytes.length));
        return new Secret(new String(text, StandardCharsets.UTF_8));
    }

    /** Whether this key can decrypt it. */
    public boolean opens(String locked) {
        try {
            unlock(locked);
            return true;
        } catch (IllegalStateException | IllegalArgumentException e) {
            return false;
        }
    }

    /** A key for another purpose that does not reveal this one. */
    public byte[] derivedKey(String purpose) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key.getEncoded(), "HmacSHA256"));
            return mac.doFinal(purpose.getBytes(StandardCharsets.UTF_8));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("Every Java has HmacSHA256", e);
        }
    }

    private byte[] run(int mode, byte[] nonce, byte[] input) {
        try {
            Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
            cipher.init(mode, key, new GCMParameterSpec(TAG_BITS, nonce));
            return cipher.doFinal(input);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(
                    "A password in the database cannot be decrypted with secret.key. Restore the key file that belongs to the database.",
                    e);
        }
    }
}
