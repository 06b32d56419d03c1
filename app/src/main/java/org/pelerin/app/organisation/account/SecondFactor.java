package org.pelerin.app.organisation.account;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.secret.Seal;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.core.evidence.Sha256;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * A second proof of who signs in: codes of six digits by time (RFC 6238, SHA-1, 30 s, as all programs that show such codes understand), or one of ten
 * recovery codes. A code of the step before or after is taken too, as clocks differ; none is taken twice. Secrets are sealed, recovery codes are kept as
 * SHA-256 of 79 random bits.
 */
@Service
@RetriedOnDeadlock
public class SecondFactor {

    private static final int SECRET = 20;
    private static final int CODES = 10;
    private static final String HMAC = "HmacSHA1";
    private static final String ISSUER = "Pelerin";

    private final SignInNews news;
    private final SecondFactorMapper factors;
    private final Seal seal;
    private final AuditTrail audit;
    private final Clock machine;
    private final SecureRandom random = new SecureRandom();
    private final TimeBasedOneTimePasswordGenerator generator = new TimeBasedOneTimePasswordGenerator();

    SecondFactor(
            SignInNews news,
            SecondFactorMapper factors,
            Seal seal,
            AuditTrail audit,
            @Qualifier("machineClock") Clock machine) {
        this.news = news;
        this.factors = factors;
        this.seal = seal;
        this.audit = audit;
        this.machine = machine;
    }

    /** Whether it is asked for when somebody signs in. */
    public boolean on(String account) {
        return on(factors, account);
    }

    static boolean on(SecondFactorMapper factors, String account) {
        SecondFactorMapper.Row row = factors.of(account);
        return row != null && row.confirmedAt() != null;
    }

    int codesLeft(String account) {
        return factors.codesLeft(account);
    }

    /** @return the secret that is being set up, in Base32; the same until it is confirmed */
    @Transactional
    String begin(String account) {
        SecondFactorMapper.Row row = factors.of(account);
        String known = row == null || row.confirmedAt() != null ? "" : seal.open(row.secret());
        if (!known.isEmpty()) {
            return known;
        }
        byte[] secret = new byte[SECRET];
        random.nextBytes(secret);
        String text = new Base32().encodeToString(secret);
        factors.begin(account, seal.close(text));
        return text;
    }

    /** What a program that shows codes reads from a picture. */
    static String address(String account, String secret) {
        return "otpauth://totp/" + ISSUER + ":" + URLEncoder.encode(account, StandardCharsets.UTF_8) + "?secret="
                + secret + "&issuer=" + ISSUER;
    }

    /** @return recovery codes, shown this once; none where the code is not right, or it was on already */
    @Transactional
    List<String> confirm(String account, String code) {
        SecondFactorMapper.Row row = factors.of(account);
        if (row == null
                || row.confirmedAt() != null
                || !taken(row, code)
                || factors.confirm(account, machine.instant()) == 0) {
            return List.of();
        }
        audit.record(account, "turn on second factor", account, "", "");
        news.tell(account, SignInNews.What.FACTOR_ON);
        return codes(account);
    }

    /** Others instead of those there were. */
    @Transactional
    List<String> newCodes(String account) {
        audit.record(account, "make recovery codes", account, "", "");
        news.tell(account, SignInNews.What.CODES);
        return codes(account);
    }

    private List<String> codes(String account) {
        factors.removeCodes(account);
        List<String> out = new ArrayList<>();
        for (int i = 0; i < CODES; i++) {
            String code = OneTimePassword.make();
            factors.addCode(account, hash(code));
            out.add(code);
        }
        return out;
    }

    /** Whether it is the code of this moment, or a recovery code that was not used; either is used up by it. */
    @Transactional
    boolean passes(String account, String typed) {
        SecondFactorMapper.Row row = factors.of(account);
        if (row == null || row.confirmedAt() == null) {
            return false;
        }
        if (taken(row, typed)) {
            return true;
        }
        if (factors.useCode(account, hash(typed), machine.instant()) == 1) {
            audit.record(
                    account,
                    "use recovery code",
                    account,
                    "",
                    Texts.stored("stored.secondFactor.codesLeft", "n", factors.codesLeft(account)));
            return true;
        }
        return false;
    }

    /** Whoever does not have the other device any more, and has no code left either, asks an administrator. */
    @Transactional
    void remove(String account, String reason, String by) {
        remove(factors, audit, account, reason, by);
        news.tell(account, SignInNews.What.FACTOR_OFF);
    }

    static void remove(SecondFactorMapper factors, AuditTrail audit, String account, String reason, String by) {
        factors.removeCodes(account);
        if (factors.remove(account) == 1) {
            audit.record(by, "turn off second factor", account, "on", "", reason);
        }
    }

    private boolean taken(SecondFactorMapper.Row row, String typed) {
        String digits = typed.replaceAll("\\s", "");
        String secret = seal.open(row.secret());
        if (secret.isEmpty() || !digits.matches("\\d{6}")) {
            return false;
        }
        Instant now = machine.instant();
        long seconds = generator.getTimeStep().toSeconds();
        for (int around : new int[] {0, -1, 1}) {
            Instant at = now.plusSeconds(around * seconds);
            if (MessageDigest.isEqual(
                    code(secret, at).getBytes(StandardCharsets.US_ASCII), digits.getBytes(StandardCharsets.US_ASCII))) {
                return factors.take(row.account(), at.getEpochSecond() / seconds) == 1;
            }
        }
        return false;
    }

    private String code(String secret, Instant at) {
        try {
            return generator.generateOneTimePasswordString(new SecretKeySpec(new Base32().decode(secret), HMAC), at);
        } catch (InvalidKeyException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String hash(String typed) {
        return Sha256.of(
                typed.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]", "").getBytes(StandardCharsets.US_ASCII));
    }
}
