package org.pelerin.app.judge;

import jakarta.annotation.PreDestroy;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.pelerin.app.missions.MissionService;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Judges missions anew one after the other, beside what people do, so that lists and findings follow. What is left undone when the process ends
 * is done when it starts again, or by whoever looks at the mission before.
 */
@Component
public class JudgedLater {

    private static final Logger LOG = LoggerFactory.getLogger(JudgedLater.class);

    private final JudgementMapper judgements;
    private final MissionService missions;
    private final Evaluation evaluation;
    private final ExecutorService judging = Executors.newSingleThreadExecutor();

    JudgedLater(JudgementMapper judgements, MissionService missions, Evaluation evaluation) {
        this.judgements = judgements;
        this.missions = missions;
        this.evaluation = evaluation;
    }

    /** Judges what was left undone when the process ended. */
    @EventListener(ApplicationReadyEvent.class)
    public void takeUp() {
        judge(judgements.outOfDate());
    }

    /** @param ids of missions whose judgement is out of date */
    public void judge(List<Long> ids) {
        ids.forEach(id -> judging.execute(() -> judge(id)));
    }

    private void judge(long id) {
        try {
            missions.find(id).ifPresent(evaluation::text);
        } catch (RuntimeException e) {
            // whoever looks at it is told
            LOG.warn("Mission {} could not be judged anew: {}", id, e.getMessage());
        }
    }

    @PreDestroy
    void close() {
        judging.shutdownNow();
    }
}
