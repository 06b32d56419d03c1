package org.pelerin.app.fleet.notices;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.mail.SmtpSender;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who wants to be told of what by mail. */
@Service
@RetriedOnDeadlock
public class Notices {

    private final NoticeMapper notices;
    private final AccountService accounts;
    private final SmtpSender mails;
    private final AuditTrail audit;

    Notices(NoticeMapper notices, AccountService accounts, SmtpSender mails, AuditTrail audit) {
        this.notices = notices;
        this.accounts = accounts;
        this.mails = mails;
        this.audit = audit;
    }

    /** Whether there is a server to send by. */
    public boolean possible() {
        return mails.present();
    }

    public List<Need.Kind> choices(String account) {
        return notices.choices(account);
    }

    /** Why nothing can be sent to somebody just now; null if nothing is in the way. */
    public String trouble(String account) {
        return notices.troubleOf(account);
    }

    /** How many kinds of needs each is told of; those who are told of none are not there. */
    public Map<String, Integer> counts() {
        return notices.counts().stream()
                .collect(Collectors.toMap(NoticeMapper.Count::account, NoticeMapper.Count::kinds));
    }

    /** Of somebody who has an account here. */
    @Transactional
    public void choose(String account, String mail, List<Need.Kind> kinds, String by) {
        accounts.reachBy(account, mail, by);
        choose(account, account, kinds, mail, by);
    }

    /**
     * Of somebody who is only in the address book.
     *
     * @param recipient as the address book names them to notices
     * @param name for the audit trail
     */
    @Transactional
    public void choose(String recipient, String name, List<Need.Kind> kinds, String mail, String by) {
        List<Need.Kind> before = notices.choices(recipient);
        List<Need.Kind> after = kinds.stream().distinct().sorted().toList();
        notices.noTrouble(recipient);
        if (before.stream().sorted().toList().equals(after) && after.isEmpty()) {
            return;
        }
        notices.clearChoices(recipient);
        after.forEach(k -> notices.choose(recipient, k));
        audit.record(
                by,
                "choose notices",
                name,
                before.toString(),
                Texts.stored("stored.notices.afterToMail", "after", after, "mail", mail));
    }
}
