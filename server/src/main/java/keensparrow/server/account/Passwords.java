package keensparrow.server.account;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.concurrent.Semaphore;
import org.bouncycastle.crypto.generators.Argon2BytesGenerator;
import org.bouncycastle.crypto.params.Argon2Parameters;

/** Argon2id with two passes; at most two at a time. */
public final class Passwords {
    /** The least that is recommended for servers. */
    public static final int MEMORY_KB = 19 * 1024;

    static final int SHORTEST = 10;
    static final int MAX_LENGTH = 200;

    private static final int PASSES = 2;
    private static final int BYTES = 32;
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final Semaphore MEMORY = new Semaphore(2); // many sign-ins at once must not fill the heap

    private final int memoryKb;

    /** @param memoryKb that making a hash takes; those that were made with another are understood all the same */
    public Passwords(int memoryKb) {
        this.memoryKb = memoryKb;
    }

    /** Salt and hash with their settings, as {@code argon2id$memory$passes$salt$hash}. */
    String hash(String password) {
        byte[] salt = new byte[16];
        RANDOM.nextBytes(salt);
        Base64.Encoder base64 = Base64.getEncoder();
        return "argon2id$" + memoryKb + "$" + PASSES + "$" + base64.encodeToString(salt) + "$"
                + base64.encodeToString(derive(password, salt, memoryKb, PASSES));
    }

    /** A hash with the usual settings that no password matches, for names that are not known. */
    String ofNobody() {
        String zeros = Base64.getEncoder().encodeToString(new byte[BYTES]);
        return "argon2id$" + memoryKb + "$" + PASSES + "$" + zeros + "$" + zeros;
    }

    static boolean matches(String password, String stored) {
        String[] parts = stored.split("\\$");
        if (parts.length != 5 || password.length() > MAX_LENGTH) {
            return false;
        }
        byte[] salt = Base64.getDecoder().decode(parts[3]);
        byte[] expected = Base64.getDecoder().decode(parts[4]);
        byte[] given = derive(password, salt, Integer.parseInt(parts[1]), Integer.parseInt(parts[2]));
        return MessageDigest.isEqual(expected, given);
    }

    private static byte[] derive(String password, byte[] salt, int memoryKb, int passes) {
        Argon2Parameters parameters = new Argon2Parameters.Builder(Argon2Parameters.ARGON2_id)
                .withMemoryAsKB(memoryKb)
                .withIterations(passes)
                .withParallelism(1)
                .withSalt(salt)
                .build();
        Argon2BytesGenerator generator = new Argon2BytesGenerator();
        byte[] hash = new byte[BYTES];
        MEMORY.acquireUninterruptibly();
        try {
            generator.init(parameters);
            generator.generateBytes(password.getBytes(StandardCharsets.UTF_8), hash);
        } finally {
            MEMORY.release();
        }
        return hash;
    }
}
