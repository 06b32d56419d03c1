package org.pelerin.app.organisation.account;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import org.pelerin.app.organisation.language.OwnLanguage;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.mail.SmtpSender;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.LongWork;
import org.pelerin.app.platform.work.WorkOrders;
import org.pelerin.core.language.CurrentLanguage;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.mail.MailException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Tells people by mail that how they sign in was changed, whoever did it, so that it is noticed where somebody else did. Ordered in the transaction of
 * the change; tried for two days while the mail server refuses it. Who has no address is not told, nor is anybody without a mail server.
 */
@Component
class SignInNews implements LongWork {

    /** What was changed. */
    enum What {
        PASSWORD,
        FACTOR_ON,
        FACTOR_OFF,
        CODES,
        PROVIDER
    }

    private static final String KIND = "sign-in-news";
    private static final Logger LOG = LoggerFactory.getLogger(SignInNews.class);
    private static final Duration RETRY = Duration.ofMinutes(15);
    private static final Duration TRIED = Duration.ofDays(2);

    private final SignInNewsMapper news;
    private final AccountMapper accounts;
    private final WorkOrders orders;
    private final SmtpSender mails;
    private final OwnLanguage languages;
    private final Formats show;
    private final PelerinProperties properties;
    private final TransactionTemplate transaction;
    private final Clock machine;

    SignInNews(
            SignInNewsMapper news,
            AccountMapper accounts,
            WorkOrders orders,
            SmtpSender mails,
            OwnLanguage languages,
            Formats show,
            PelerinProperties properties,
            TransactionTemplate transaction,
            @Qualifier("machineClock") Clock machine) {
        this.news = news;
        this.accounts = accounts;
        this.orders = orders;
        this.mails = mails;
        this.languages = languages;
        this.show = show;
        this.properties = properties;
        this.transaction = transaction;
        this.machine = machine;
    }

    /** Precondition: within the transaction of the change. */
    void tell(String account, What what) {
        String mail = accounts.mail(account);
        if (mails.present() && mail != null && !mail.isBlank()) {
            SignInNewsMapper.Fresh fresh = new SignInNewsMapper.Fresh(account, what, machine.instant());
            news.insert(fresh);
            orders.order(KIND, List.of(fresh.id));
        }
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public int atOnce() {
        return 1;
    }

    @Override
    public void run(long id, Claim claim) {
        SignInNewsMapper.Row row = news.byId(id);
        String mail = row == null ? null : accounts.mail(row.account());
        boolean late = row != null && machine.instant().isAfter(row.at().plus(TRIED));
        if (mail == null || mail.isBlank() || late) {
            transaction.executeWithoutResult(t -> {
                news.delete(id);
                claim.finish();
            });
            return;
        }
        try {
            CurrentLanguage.in(languages.of(row.account()).orElse(Locale.ENGLISH), () -> {
                mails.send(mail, Texts.of("organisation.account.signInNews.subject"), text(row));
                return null;
            });
        } catch (MailException e) {
            LOG.warn("{} could not be told of a changed sign-in: {}", row.account(), e.getMessage());
            transaction.executeWithoutResult(t -> claim.retry(RETRY));
            return;
        }
        transaction.executeWithoutResult(t -> {
            news.delete(id);
            claim.finish();
        });
    }

    private String text(SignInNewsMapper.Row row) {
        return Texts.of(
                "organisation.account.signInNews.text",
                "account",
                row.account(),
                "what",
                row.what(),
                "at",
                show.when(row.at(), properties.zone()));
    }
}
