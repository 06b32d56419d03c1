package org.pelerin.app.findings;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.MissionJudged;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionService;
import org.pelerin.app.missions.Reviewed;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.evidence.Sha256;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * From collected to reviewed: somebody has looked through a mission and all its findings are settled. That holds for the judgement that was
 * looked at; when it is judged otherwise, it has to be looked through again.
 */
@Service
@RetriedOnDeadlock
public class MissionReview {

    /**
     * Where a mission is, and who does what next.
     *
     * @param waiting findings about it that wait
     * @param reviewed null where it was not, or was judged otherwise since
     */
    public record Standing(boolean collected, int waiting, Reviewed reviewed) {

        public boolean done() {
            return reviewed != null && reviewed.valid();
        }

        /** Whether it was looked through before and has to be again. */
        public boolean lapsed() {
            return reviewed != null && !reviewed.valid();
        }

        public boolean ready() {
            return collected && waiting == 0 && !done();
        }
    }

    private final MissionService missions;
    private final Evaluation evaluation;
    private final Findings findings;
    private final AuditTrail audit;
    private final Clock clock;

    MissionReview(MissionService missions, Evaluation evaluation, Findings findings, AuditTrail audit, Clock clock) {
        this.missions = missions;
        this.evaluation = evaluation;
        this.findings = findings;
        this.audit = audit;
        this.clock = clock;
    }

    public Standing of(Mission m) {
        return new Standing(
                m.records().collectedAt() != null,
                findings.waiting(m.id()),
                missions.reviewed(m.id()).orElse(null));
    }

    @Transactional
    public void review(Mission m, String by) {
        String judgement = evaluation.text(m);
        if (m.records().collectedAt() == null || judgement == null) {
            throw new Findings.NotReadyException("It is reviewed once it is collected");
        }
        int waiting = findings.waiting(m.id());
        if (waiting > 0) {
            throw new Findings.NotReadyException(
                    waiting + (waiting == 1 ? " finding waits" : " findings wait") + "; settle what is found first");
        }
        if (missions.review(m.id(), clock.instant(), by, sha(judgement)) == 0) {
            throw new TooLateException("It is reviewed already");
        }
        audit.record(by, "review mission", m.subject(), "collected", "reviewed, judgement " + sha(judgement));
    }

    @EventListener
    void judged(MissionJudged e) {
        if (missions.lapse(e.missionId(), sha(e.document().json()), clock.instant()) == 1) {
            audit.record("system", "review lapsed", "mission " + e.missionId(), "reviewed", "judged otherwise");
        }
    }

    private static String sha(String judgement) {
        return new Sha256().add(judgement.getBytes(StandardCharsets.UTF_8)).hex();
    }
}
