package org.pelerin.app.notice;

import java.util.List;
import org.pelerin.app.account.AccountService;
import org.pelerin.app.attention.Need;
import org.pelerin.app.audit.AuditTrail;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who wants to be told of what by mail. */
@Service
public class Notices {

    private final NoticeMapper notices;
    private final AccountService accounts;
    private final Post post;
    private final AuditTrail audit;

    Notices(NoticeMapper notices, AccountService accounts, Post post, AuditTrail audit) {
        this.notices = notices;
        this.accounts = accounts;
        this.post = post;
        this.audit = audit;
    }

    /** Whether there is a server to send by. */
    public boolean possible() {
        return post.present();
    }

    public List<Need.Kind> choices(String account) {
        return notices.choices(account);
    }

    /** Why nothing can be sent to somebody just now; null if nothing is in the way. */
    public String trouble(String account) {
        return notices.troubleOf(account);
    }

    @Transactional
    public void choose(String account, String mail, List<Need.Kind> kinds) {
        List<Need.Kind> before = notices.choices(account);
        accounts.reachBy(account, mail);
        notices.clearChoices(account);
        kinds.stream().distinct().forEach(k -> notices.choose(account, k));
        notices.noTrouble(account);
        audit.record(account, "choose notices", account, before.toString(), kinds + " to " + mail);
    }
}
