package org.pelerin.app.findings.signing;

import java.time.Clock;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.pelerin.app.deployment.placing.Placement;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.missions.SignedAs;
import org.pelerin.app.organisation.HouseService;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Person;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.language.CurrentLanguage;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * From collected to reviewed to approved. A signature freezes what it is of: limits, exclusions, findings and documentation of a signed mission
 * change only after it was opened again, with a reason; its signatures become invalid then, and remain in the history.
 */
@Service
@RetriedOnDeadlock
public class Signing {

    /** It is not ready for that, or not for this person. */
    public static final class NotSignedException extends NotDoneException {
        NotSignedException(String message) {
            super(message);
        }
    }

    /**
     * Where a mission is, and who does what next.
     *
     * @param waiting findings about it that wait
     * @param as what it is signed as; null for nothing
     */
    public record Standing(boolean collected, int waiting, SignedAs as, int revision, List<Signature> signatures) {

        /** What it can be signed as next; null for nothing more. */
        public SignedAs next() {
            return !collected || as == SignedAs.APPROVED
                    ? null
                    : as == null ? waiting == 0 ? SignedAs.REVIEWED : null : SignedAs.APPROVED;
        }

        public boolean signed() {
            return as != null;
        }

        /** Those that hold. */
        public List<Signature> holding() {
            return signatures.stream().filter(Signature::holds).toList();
        }

        /** Those of earlier revisions. */
        public List<Signature> undone() {
            return signatures.stream().filter(s -> !s.holds()).toList();
        }
    }

    private final SignatureMapper mapper;
    private final SignedContent content;
    private final MissionQueries missions;
    private final Evaluation evaluation;
    private final Findings findings;
    private final PlacementService placements;
    private final AccountService accounts;
    private final HouseService house;
    private final AuditTrail audit;
    private final Clock clock;
    private final MissionVersion versions;

    Signing(
            SignatureMapper mapper,
            SignedContent content,
            MissionQueries missions,
            Evaluation evaluation,
            Findings findings,
            PlacementService placements,
            AccountService accounts,
            HouseService house,
            AuditTrail audit,
            Clock clock,
            MissionVersion versions) {
        this.versions = versions;
        this.mapper = mapper;
        this.content = content;
        this.missions = missions;
        this.evaluation = evaluation;
        this.findings = findings;
        this.placements = placements;
        this.accounts = accounts;
        this.house = house;
        this.audit = audit;
        this.clock = clock;
    }

    public Standing of(Mission m) {
        return new Standing(
                m.records().collectedAt() != null,
                findings.waiting(m.id()),
                m.records().signedAs(),
                versions.revision(m.id()),
                signatures(m.id()));
    }

    /** In the order in which they were given, those that hold no longer too. */
    public List<Signature> signatures(long mission) {
        return mapper.of(mission).stream().map(SignatureMapper.Row::signature).toList();
    }

    /** The hash of what was signed, reckoned from what is kept of it. */
    public String reckoned(Signature s) {
        return SignedContent.sha256(mapper.content(s.id()));
    }

    /** What was signed, as a document. */
    public String content(Signature s) {
        return mapper.content(s.id());
    }

    /** Why a person may not sign a mission as something; empty where that may be. */
    public String hindrance(Mission m, SignedAs as, String by) {
        if (as != SignedAs.APPROVED) {
            return "";
        }
        Role role = accounts.people().stream()
                .filter(p -> p.name().equals(by))
                .findFirst()
                .map(Person::role)
                .orElse(Role.VIEWER);
        if (role != Role.REVIEWER && role != Role.ADMIN) {
            return Texts.of("findings.signing.signing.aReviewerOrAnAdministrator");
        }
        if (!house.house().fourEyes()) {
            return "";
        }
        boolean reviewed = signatures(m.id()).stream()
                .anyMatch(s -> s.holds() && s.meaning() == SignedAs.REVIEWED && s.by().equals(by));
        return reviewed
                ? Texts.of("findings.signing.signing.youReviewedItSomebodyElse")
                : handled(m).anyMatch(by::equals)
                        ? Texts.of("findings.signing.signing.youProgrammedPlacedOrCollected")
                        : "";
    }

    /** Who programmed, collected, placed or took it away. */
    private Stream<String> handled(Mission m) {
        return Stream.concat(
                        Stream.of(m.course().writtenBy(), m.records().collectedBy()),
                        placements.ofMission(m.id()).stream()
                                .flatMap((Placement p) -> Stream.of(p.placedBy(), p.takenBy())))
                .filter(Objects::nonNull);
    }

    /**
     * Signs a mission. Whether it is that person has been asked before.
     *
     * @param remark of the person; empty for none
     */
    @Transactional
    public void sign(long id, SignedAs as, String remark, String by) {
        SignedAs before = versions.lockSigned(id);
        Mission m = missions.find(id).orElseThrow();
        String judgement = evaluation.text(m);
        if (m.records().collectedAt() == null || judgement == null) {
            throw new NotSignedException(Texts.of("findings.signing.signing.itCanBeSignedWhen"));
        }
        if (before == as || before == SignedAs.APPROVED) {
            throw new TooLateException(Texts.of("findings.signing.signing.itIsAlready", "before", before.words()));
        }
        if (as == SignedAs.APPROVED && before == null) {
            throw new NotSignedException(Texts.of("findings.signing.signing.itMustBeReviewedBefore"));
        }
        int waiting = findings.waiting(id);
        if (waiting > 0) {
            throw new NotSignedException(
                    Texts.of("findings.signing.signing.findingsAreOpenCloseThe", "waiting", waiting));
        }
        String hindrance = hindrance(m, as, by);
        if (!hindrance.isEmpty()) {
            throw new NotSignedException(hindrance);
        }
        String text = content.of(m);
        unchanged(id, text);
        String sha256 = SignedContent.sha256(text);
        int revision = versions.revision(id);
        mapper.insert(id, revision, as, clock.instant(), by, name(by), remark, text, sha256);
        versions.sign(m, as, before, evaluation.limits(m, JudgementDocument.read(judgement)));
        audit.record(
                by,
                "sign mission",
                m.subject(),
                before == null ? "collected" : CurrentLanguage.inEnglish(before::words),
                Texts.stored(
                        "stored.signing.revisionSha256OfWhat",
                        "as",
                        CurrentLanguage.inEnglish(as::words),
                        "revision",
                        revision,
                        "sha256",
                        sha256),
                remark);
    }

    /** Who approves signs what was reviewed, and nothing else. */
    private void unchanged(long id, String now) {
        signatures(id).stream().filter(Signature::holds).findFirst().ifPresent(s -> {
            List<String> differ = SignedContent.altered(mapper.content(s.id()), now);
            if (!differ.isEmpty()) {
                throw new NotSignedException(Texts.of(
                        "findings.signing.signing.itDiffersFromWhatWas",
                        "differ",
                        differ.get(0),
                        "differ2",
                        (differ.size() == 1
                                ? ""
                                : Texts.of("findings.signing.signing.andMore", "size", (differ.size() - 1)))));
            }
        });
    }

    private String name(String account) {
        return accounts.people().stream()
                .filter(p -> p.name().equals(account))
                .findFirst()
                .map(Person::displayName)
                .orElse(account);
    }

    /** What was signed may be changed again; its signatures hold no longer. */
    @Transactional
    public void open(Mission m, String reason, String by) {
        SignedAs before = versions.lockSigned(m.id());
        versions.open(m.id());
        mapper.undo(m.id(), clock.instant(), by, reason);
        audit.record(
                by,
                "open signed mission",
                m.subject(),
                before == null ? "" : CurrentLanguage.inEnglish(before::words),
                Texts.stored("stored.signing.revisionRevision", "revision", versions.revision(m.id())),
                reason);
    }

    /**
     * Whether what was signed is what is there now, reckoned anew from what is stored.
     *
     * @return what differs; none where it is the same, or it is not signed
     */
    public List<String> altered(Mission m) {
        String now = m.records().signedAs() == null ? null : content.of(m);
        return signatures(m.id()).stream()
                .filter(Signature::holds)
                .flatMap(s -> {
                    String signed = mapper.content(s.id());
                    return !SignedContent.sha256(signed).equals(s.sha256())
                            ? Stream.of(Texts.stored("stored.signing.whatSignedWasChangedIn", "name", s.name()))
                            : SignedContent.altered(signed, now).stream();
                })
                .distinct()
                .toList();
    }
}
