package org.pelerin.app.platform.secret;

import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.bouncycastle.crypto.generators.SCrypt;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The keys that secrets of this installation are sealed under. They are random; each is wrapped under a key that scrypt (RFC 7914, N = 2^15, r = 8,
 * p = 1) makes of the installation's own secret: {@code PELERIN_KEY}, or the database's password where that is not set. All processes of an
 * installation share both.
 *
 * <p>Where the secret was exchanged, keys are wrapped anew under the new one, if the one before is named in {@code PELERIN_KEY_BEFORE}, or was the
 * database's password and still is; nothing that is sealed needs to be touched. Where it is not, what was sealed stays closed, another key is made
 * for what comes, and the earlier ones open again as soon as their secret is named.
 *
 * <p>Cost: a tenth of a second and 32 MB a key, once a process.
 */
@Component
@Order(0)
class SealingKeys implements ApplicationRunner {

    private static final Logger LOG = LoggerFactory.getLogger(SealingKeys.class);
    private static final int KEY = 32;
    private static final int SALT = 16;
    private static final int COST = 1 << 15;
    private static final int BLOCK = 8;

    /** The keys that can be used, by their number. */
    record Usable(Map<Integer, byte[]> keys, int newest) {}

    private final SealingKeyMapper mapper;
    private final TransactionTemplate own;
    private final Clock machine;
    private final List<String> secrets = new ArrayList<>();
    private final SecureRandom random = new SecureRandom();
    private volatile Usable usable;

    SealingKeys(
            SealingKeyMapper mapper,
            PlatformTransactionManager transactions,
            @Qualifier("machineClock") Clock machine,
            @Value("${PELERIN_KEY:}") String key,
            @Value("${PELERIN_KEY_BEFORE:}") String before,
            @Value("${spring.datasource.password:}") String database) {
        this.mapper = mapper;
        this.machine = machine;
        // a key that is made for somebody else's transaction must outlive it
        this.own = new TransactionTemplate(transactions);
        this.own.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
        if (!key.isBlank()) {
            secrets.add("key " + key);
        }
        secrets.add("database " + database);
        if (!before.isBlank()) {
            secrets.add("key " + before);
            secrets.add("database " + before);
        }
    }

    @Override
    public void run(ApplicationArguments args) {
        usable();
    }

    Usable usable() {
        Usable known = usable;
        if (known == null) {
            synchronized (this) {
                if (usable == null) {
                    usable = own.execute(t -> read());
                }
                known = usable;
            }
        }
        return known;
    }

    /** The secrets that may have sealed something before there were keys of its own, the one that counts now first. */
    List<String> secrets() {
        return secrets;
    }

    private Usable read() {
        Map<Integer, byte[]> keys = new HashMap<>();
        int last = 0;
        int newest = 0;
        for (SealingKey stored : mapper.all()) {
            last = stored.id();
            Optional<byte[]> key = unwrap(stored);
            if (key.isPresent()) {
                keys.put(stored.id(), key.get());
                newest = stored.id();
            } else {
                LOG.warn(
                        "Secrets under key {} stay closed: it was wrapped under another PELERIN_KEY; name that as PELERIN_KEY_BEFORE",
                        stored.id());
            }
        }
        if (newest == last && newest > 0) {
            return new Usable(keys, newest);
        }
        byte[] fresh = random(KEY);
        if (mapper.insert(wrap(last + 1, fresh)) == 0) {
            // another process made it
            return read();
        }
        keys.put(last + 1, fresh);
        return new Usable(keys, last + 1);
    }

    private Optional<byte[]> unwrap(SealingKey stored) {
        for (int i = 0; i < secrets.size(); i++) {
            Optional<byte[]> key = AesGcm.decrypt(derived(secrets.get(i), stored.salt()), stored.wrapped());
            if (key.isPresent()) {
                if (i > 0 && mapper.wrapAnew(wrap(stored.id(), key.get()), stored.wrapped()) == 1) {
                    LOG.info("Key {} is wrapped under the new secret of the installation", stored.id());
                }
                return key;
            }
        }
        return Optional.empty();
    }

    private SealingKey wrap(int id, byte[] key) {
        byte[] salt = random(SALT);
        return new SealingKey(id, salt, AesGcm.encrypt(derived(secrets.get(0), salt), key), machine.instant());
    }

    private static byte[] derived(String secret, byte[] salt) {
        return SCrypt.generate(secret.getBytes(StandardCharsets.UTF_8), salt, COST, BLOCK, 1, KEY);
    }

    private byte[] random(int bytes) {
        byte[] out = new byte[bytes];
        random.nextBytes(out);
        return out;
    }
}
