package org.pelerin.app.fleet.notices;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.fleet.attention.AttentionService;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.organisation.account.AccountSites;
import org.pelerin.app.organisation.anchor.TrailAnchors;
import org.pelerin.app.organisation.language.OwnLanguage;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.mail.SmtpSender;
import org.pelerin.app.platform.rights.OwnSites;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.OwnAddress;
import org.pelerin.app.platform.work.BackOff;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.LongWork;
import org.pelerin.core.language.CurrentLanguage;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.mail.MailException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Tells people by mail what has come to need somebody, one mail for all that is new, each thing once: a row a thing is claimed before
 * it is sent, so that of several processes one sends it. What is settled may be told again when it comes back a day later or more.
 */
@Component
public class NoticeRunner implements LongWork {

    private static final Logger LOG = LoggerFactory.getLogger(NoticeRunner.class);
    private static final Duration EVERY = Duration.ofSeconds(30);
    private static final Duration FORGOTTEN_AFTER = Duration.ofHours(24);
    /** Longer than any sending takes. */
    private static final Duration CLAIM_HOLDS = Duration.ofMinutes(3);

    private static final BackOff RETRIES = new BackOff(Duration.ofMinutes(1), Duration.ofHours(2));
    private static final int LONGEST_TROUBLE = 300;

    private final NoticeMapper notices;
    private final AttentionService attention;
    private final SmtpSender mails;
    private final OwnAddress address;
    private final Formats show;
    private final OwnLanguage languages;
    private final AccountSites sites;
    private final TrailAnchors anchors;
    private final TransactionTemplate transaction;
    private final Clock machine;

    NoticeRunner(
            NoticeMapper notices,
            AttentionService attention,
            SmtpSender mails,
            OwnAddress address,
            Formats show,
            OwnLanguage languages,
            AccountSites sites,
            TrailAnchors anchors,
            TransactionTemplate transaction,
            @Qualifier("machineClock") Clock machine) {
        this.notices = notices;
        this.attention = attention;
        this.mails = mails;
        this.address = address;
        this.show = show;
        this.languages = languages;
        this.sites = sites;
        this.anchors = anchors;
        this.transaction = transaction;
        this.machine = machine;
    }

    @Override
    public String kind() {
        return "notices";
    }

    @Override
    public int atOnce() {
        return 1;
    }

    /** There is one, for ever. */
    @Override
    public void run(long id, Claim claim) {
        look();
        claim.again(EVERY);
    }

    /** Looks once and tells what is new. */
    public void look() {
        if (mails.present()) {
            tell();
        }
    }

    private void tell() {
        Instant now = machine.instant();
        Map<String, List<NoticeMapper.Wish>> wishes = notices.wishes(now).stream()
                .collect(Collectors.groupingBy(NoticeMapper.Wish::account, LinkedHashMap::new, Collectors.toList()));
        List<NoticeMapper.Told> told = notices.told();
        if (wishes.isEmpty() && told.isEmpty()) {
            return;
        }
        List<LoggerOverview> fleet = attention.overviews();
        List<Need> needs = AttentionService.needs(fleet);
        settle(told, needs, now);
        Set<String> known = told.stream()
                .filter(t -> t.sentAt() != null || t.claimedAt().isAfter(now.minus(CLAIM_HOLDS)))
                .map(t -> t.account() + "/" + t.subject())
                .collect(Collectors.toSet());
        wishes.forEach((account, kinds) -> tell(
                account,
                kinds,
                needsOf(account, fleet, needs).stream()
                        .filter(n -> !known.contains(account + "/" + subject(n)))
                        .toList(),
                now));
    }

    /** At the sites of somebody. */
    private List<Need> needsOf(String recipient, List<LoggerOverview> fleet, List<Need> all) {
        OwnSites own = sites.ofRecipient(recipient);
        return own.all()
                ? all
                : AttentionService.needs(
                        fleet.stream().filter(l -> own.holds(l.stay().siteId())).toList());
    }

    /** What tells one need from another of the same logger. */
    private static String subject(Need n) {
        return n.kind() + ":" + n.serial() + ":" + (n.missionId() == null ? "" : n.missionId());
    }

    /** Notes what is settled, and what has come back soon after it was. */
    private void settle(List<NoticeMapper.Told> told, List<Need> needs, Instant now) {
        transaction.executeWithoutResult(t -> note(told, needs, now));
    }

    private void note(List<NoticeMapper.Told> told, List<Need> needs, Instant now) {
        Set<String> present = needs.stream().map(NoticeRunner::subject).collect(Collectors.toSet());
        for (NoticeMapper.Told t : told) {
            boolean there = present.contains(t.subject());
            if (there != (t.goneAt() == null)) {
                notices.gone(t.account(), t.subject(), there ? null : now);
            }
        }
        notices.forget(now.minus(FORGOTTEN_AFTER));
    }

    /** @param needs that this person has not been told of, as far as is known */
    private void tell(String account, List<NoticeMapper.Wish> kinds, List<Need> needs, Instant now) {
        Set<Need.Kind> wanted = kinds.stream().map(NoticeMapper.Wish::kind).collect(Collectors.toSet());
        List<Need> fresh = transaction.execute(t -> needs.stream()
                .filter(n -> wanted.contains(n.kind()))
                .filter(n -> notices.claim(account, subject(n), now) == 1
                        || notices.claimAgain(account, subject(n), now, now.minus(CLAIM_HOLDS)) == 1)
                .toList());
        if (fresh.isEmpty()) {
            return;
        }
        NoticeText text = CurrentLanguage.in(
                languages.of(account).orElse(Locale.ENGLISH),
                () -> NoticeText.of(fresh, address.base(), anchors.now(), show));
        try {
            mails.send(kinds.get(0).mail(), "Pelerin: " + text.subject(), text.text());
        } catch (MailException e) {
            transaction.executeWithoutResult(t -> {
                fresh.forEach(n -> notices.unclaim(account, subject(n)));
                wait(account, e, now);
            });
            return;
        }
        transaction.executeWithoutResult(t -> {
            fresh.forEach(n -> notices.sent(account, subject(n), now));
            notices.noTrouble(account);
        });
    }

    private void wait(String account, MailException e, Instant now) {
        Duration wait = RETRIES.after(notices.tries(account));
        String why = e.getMostSpecificCause().getMessage();
        String told = why == null ? Texts.stored("stored.noticeRunner.theMailServerDoesNot") : why.strip();
        notices.trouble(
                account, told.length() > LONGEST_TROUBLE ? told.substring(0, LONGEST_TROUBLE) : told, now.plus(wait));
        LOG.warn("{} could not be told by mail: {}", account, told);
    }
}
