package org.pelerin.app.platform.backup;

import com.exceptionfactory.jagged.FileKey;
import com.exceptionfactory.jagged.RecipientStanza;
import com.exceptionfactory.jagged.RecipientStanzaReader;
import com.exceptionfactory.jagged.RecipientStanzaWriter;
import com.exceptionfactory.jagged.framework.crypto.CipherKey;
import com.exceptionfactory.jagged.framework.crypto.EncryptedFileKey;
import com.exceptionfactory.jagged.framework.crypto.FileKeyDecryptorFactory;
import com.exceptionfactory.jagged.framework.crypto.FileKeyEncryptorFactory;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.InvalidKeyException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.List;
import org.bouncycastle.crypto.generators.SCrypt;

/**
 * A passphrase that a file is closed with, as age-encryption.org/v1 has it: the stanza {@code scrypt} with a salt of 16 bytes and the logarithm of the
 * work factor; scrypt (RFC 7914) with r = 8, p = 1 makes the key that wraps the file's own.
 *
 * <p>Cost: half a second and 256 MB, once to write and once to read a file.
 */
final class Passphrase implements RecipientStanzaWriter, RecipientStanzaReader {

    /** Shorter ones are tried through. */
    static final int SHORTEST = 12;

    private static final String TYPE = "scrypt";
    private static final byte[] LABEL = "age-encryption.org/v1/scrypt".getBytes(StandardCharsets.US_ASCII);
    /** What a new file is closed with. */
    static final int LOG_N = 18;
    /** What a file asks for beyond that is not a work factor but an attack on memory. */
    private static final int MOST_LOG_N = 20;

    private static final int SALT = 16;
    private static final int KEY = 32;
    private static final int BLOCK = 8;

    private final byte[] secret;
    private final int logN;

    Passphrase(String secret) {
        this(secret, LOG_N);
    }

    /** @param logN logarithm of the work factor of what is closed with it; what is opened says its own */
    Passphrase(String secret, int logN) {
        this.secret = secret.getBytes(StandardCharsets.UTF_8);
        this.logN = logN;
    }

    record Stanza(String type, List<String> arguments, byte[] body) implements RecipientStanza {
        @Override
        public String getType() {
            return type;
        }

        @Override
        public List<String> getArguments() {
            return arguments;
        }

        @Override
        public byte[] getBody() {
            return body;
        }
    }

    @Override
    public Iterable<RecipientStanza> getRecipientStanzas(FileKey fileKey) throws GeneralSecurityException {
        byte[] salt = new byte[SALT];
        new SecureRandom().nextBytes(salt);
        EncryptedFileKey wrapped =
                new FileKeyEncryptorFactory().newFileKeyEncryptor().getEncryptedFileKey(fileKey, key(salt, logN));
        return List.of(new Stanza(
                TYPE,
                List.of(Base64.getEncoder().withoutPadding().encodeToString(salt), Integer.toString(logN)),
                wrapped.getEncoded()));
    }

    /** @throws InvalidKeyException where the file is closed in another way; a wrong passphrase is the cipher's own exception */
    @Override
    public FileKey getFileKey(Iterable<RecipientStanza> stanzas) throws GeneralSecurityException {
        for (RecipientStanza stanza : stanzas) {
            if (stanza.getType().equals(TYPE) && stanza.getArguments().size() == 2) {
                byte[] salt = Base64.getDecoder().decode(stanza.getArguments().get(0));
                String factor = stanza.getArguments().get(1);
                if (!factor.matches("[1-9]\\d?") || Integer.parseInt(factor) > MOST_LOG_N) {
                    throw new InvalidKeyException("Work factor 2^" + factor + " is not accepted");
                }
                return new FileKeyDecryptorFactory()
                        .newFileKeyDecryptor()
                        .getFileKey(new EncryptedFileKey(stanza.getBody()), key(salt, Integer.parseInt(factor)));
            }
        }
        throw new InvalidKeyException("The file is not closed with a passphrase");
    }

    private CipherKey key(byte[] salt, int factor) {
        ByteArrayOutputStream labelled = new ByteArrayOutputStream();
        labelled.writeBytes(LABEL);
        labelled.writeBytes(salt);
        return new CipherKey(SCrypt.generate(secret, labelled.toByteArray(), 1 << factor, BLOCK, 1, KEY));
    }
}
