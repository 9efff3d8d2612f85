package keensparrow.server.store;

import java.io.IOException;
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
import java.util.HexFormat;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;

/** Encrypts what must not lie open in the database, with a key in a file outside it (AES-256-GCM). */
public final class Secrets {
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final int NONCE_BYTES = 12;
    private static final int TAG_BITS = 128;

    private final SecretKeySpec cipherKey;

    private Secrets(byte[] bytes) {
        this.cipherKey = new SecretKeySpec(bytes, "AES");
    }

    /** The key in that file, made if there is none, readable by its owner alone. */
    public static Secrets in(Path file) throws IOException {
        if (!Files.exists(file)) {
            byte[] fresh = new byte[32];
            RANDOM.nextBytes(fresh);
            writePrivately(file, HexFormat.of().formatHex(fresh));
        }
        return new Secrets(HexFormat.of().parseHex(Files.readString(file).strip()));
    }

    /** Writes a new file that only its owner may read. */
    public static void writePrivately(Path file, String text) throws IOException {
        Files.deleteIfExists(file);
        if (Files.getFileStore(file.toAbsolutePath().getParent()).supportsFileAttributeView("posix")) {
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        }
        Files.writeString(file, text, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
    }

    public String encrypt(String plain) {
        try {
            byte[] nonce = new byte[NONCE_BYTES];
            RANDOM.nextBytes(nonce);
            Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
            cipher.init(Cipher.ENCRYPT_MODE, cipherKey, new GCMParameterSpec(TAG_BITS, nonce));
            byte[] sealed = cipher.doFinal(plain.getBytes(StandardCharsets.UTF_8));
            byte[] all = Arrays.copyOf(nonce, NONCE_BYTES + sealed.length);
            System.arraycopy(sealed, 0, all, NONCE_BYTES, sealed.length);
            return Base64.getEncoder().encodeToString(all);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("encryption is not available", e);
        }
    }

    public String decrypt(String encrypted) {
        try {
            byte[] all = Base64.getDecoder().decode(encrypted);
            Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
            cipher.init(Cipher.DECRYPT_MODE, cipherKey, new GCMParameterSpec(TAG_BITS, all, 0, NONCE_BYTES));
            byte[] plain = cipher.doFinal(all, NONCE_BYTES, all.length - NONCE_BYTES);
            return new String(plain, StandardCharsets.UTF_8);
        } catch (GeneralSecurityException e) {
            throw new StoreException("a stored secret cannot be read with the key of this data folder", e);
        }
    }

    /** An unguessable id of 128 bits for addresses. */
    public static String id() {
        byte[] bytes = new byte[16];
        RANDOM.nextBytes(bytes);
        return HexFormat.of().formatHex(bytes);
    }

    /** An unguessable token of 256 bits. */
    public static String token() {
        byte[] bytes = new byte[32];
        RANDOM.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /** What is stored of a token: whoever reads the database cannot sign in with it. */
    public static String hash(String token) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(token.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("SHA-256 is not available", e);
        }
    }
}
