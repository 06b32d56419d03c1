package org.pelerin.app.organisation.account;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.mail.SmtpSender;
import org.pelerin.app.platform.secret.FreshSecret;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.OwnAddress;
import org.pelerin.core.evidence.Sha256;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.mail.MailException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The address at which somebody is reached: it counts once the link that was sent there is followed, within two days, by who asked for it.
 * Nobody has more than {@value #MOST} mails of their own asking sent in an hour.
 */
@Service
@RetriedOnDeadlock
public class OwnMail {

    public static final int MOST = 5;

    private static final Duration VALID = Duration.ofDays(2);
    private static final Duration COUNTED = Duration.ofHours(1);

    /** It was not sent; the message says why. */
    public static final class NotSentException extends NotDoneException {
        NotSentException(String message) {
            super(message);
        }
    }

    private final AccountService accounts;
    private final OwnMailMapper mapper;
    private final SmtpSender mails;
    private final OwnAddress address;
    private final Clock machine;

    OwnMail(
            AccountService accounts,
            OwnMailMapper mapper,
            SmtpSender mails,
            OwnAddress address,
            @Qualifier("machineClock") Clock machine) {
        this.accounts = accounts;
        this.mapper = mapper;
        this.mails = mails;
        this.address = address;
        this.machine = machine;
    }

    /** The address that waits for its link to be followed; empty if none does. */
    public String asked(String account) {
        return Optional.ofNullable(mapper.asked(account)).orElse("");
    }

    /** Sends a link to it. */
    public void ask(String account, String mail) {
        if (!mails.present()) {
            mapper.ask(account, mail, null, machine.instant());
            return;
        }
        counted(account);
        String secret = FreshSecret.make();
        mapper.ask(account, mail, hash(secret), machine.instant());
        send(
                mail,
                Texts.of("organisation.account.ownMail.pelerinConfirmYourEmailAddress"),
                Texts.of(
                        "organisation.account.ownMail.signedInToPelerinWants",
                        "account",
                        account,
                        "base",
                        address.base(),
                        "secret",
                        secret));
    }

    /** To the address that is confirmed. */
    public void test(String account) {
        String mail = accounts.mailOf(account);
        if (mail.isEmpty()) {
            throw new NotSentException(Texts.of("organisation.account.ownMail.enterAnAddressFirstAnd"));
        }
        counted(account);
        send(
                mail,
                Texts.of("organisation.account.ownMail.pelerinTestEmail"),
                Texts.of("organisation.account.ownMail.noticesWillBeSentTo"));
    }

    /** The address that is reached from now on; empty if the link is another's, or too old. */
    @Transactional
    public Optional<String> confirm(String account, String secret) {
        String mail = asked(account);
        if (mail.isEmpty()
                || mapper.confirm(account, hash(secret), machine.instant().minus(VALID)) == 0) {
            return Optional.empty();
        }
        accounts.reachBy(account, mail, account);
        return Optional.of(mail);
    }

    private void counted(String account) {
        Instant now = machine.instant();
        mapper.rest(account, now, now.minus(COUNTED));
        if (mapper.count(account, MOST) == 0) {
            throw new NotSentException(Texts.of("organisation.account.ownMail.emailsWereSentWithinThe", "most", MOST));
        }
    }

    private void send(String to, String subject, String text) {
        try {
            mails.send(to, subject, text);
        } catch (MailException e) {
            throw new NotSentException(Texts.of(
                    "organisation.account.ownMail.theMailServerRefusedIt",
                    "reason",
                    e.getMostSpecificCause().getMessage()));
        }
    }

    private static String hash(String secret) {
        return Sha256.of(secret.getBytes(StandardCharsets.UTF_8));
    }
}
