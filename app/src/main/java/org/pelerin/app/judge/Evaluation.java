package org.pelerin.app.judge;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionService;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Direction;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.MeanKineticTemperature;
import org.pelerin.core.stats.NoiseDose;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Judges a collected mission and keeps the judgement, so that pages only read it. */
@Service
public class Evaluation {

    private final JudgementMapper judgements;
    private final MissionService service;
    private final SeriesStore store;
    private final TransactionTemplate transaction;

    Evaluation(JudgementMapper judgements, MissionService service, SeriesStore store, TransactionTemplate transaction) {
        this.transaction = transaction;
        this.judgements = judgements;
        this.service = service;
        this.store = store;
    }

    /**
     * Decides whether the clock is corrected, and judges by it; nothing where it is so already.
     *
     * @param reason for the record
     */
    public void decideClock(Mission mission, boolean corrected, String reason, String by) {
        Judged judged = judge(service.plan(mission), store.load(mission.withClock(corrected)));
        transaction.executeWithoutResult(t -> {
            if (service.correctClock(mission, corrected, reason, by)) {
                keep(mission.id(), judged);
            }
        });
    }

    /**
     * A judgement, and the ends of the record that it was made on.
     *
     * @param firstAt and {@code lastAt}: null where nothing was recorded
     */
    public record Judged(JudgementDocument document, Instant firstAt, Instant lastAt) {}

    /** Judges a record, and keeps nothing: to be done before the transaction that does. */
    public Judged judge(Plan plan, List<Series> record) {
        if (record.isEmpty()) {
            return new Judged(nothing(), null, null);
        }
        JudgementDocument document = JudgementDocument.of(
                        JudgedRecord.of(record), plan.limits(), null, MeanKineticTemperature.DEFAULT_ENTHALPY)
                .withDoses(doses(plan, record));
        return new Judged(
                document,
                record.stream()
                        .map(s -> s.axis().first())
                        .min(Comparator.naturalOrder())
                        .orElseThrow(),
                record.stream()
                        .map(Evaluation::last)
                        .max(Comparator.naturalOrder())
                        .orElseThrow());
    }

    /** Keeps a judgement in the place of the one before; repeating it changes nothing. */
    @Transactional
    public void keep(long missionId, Judged judged) {
        JudgementDocument document = judged.document;
        // looked up first, as for series
        if (judgements.countOf(missionId) > 0) {
            judgements.deleteExcursions(missionId);
        }
        for (int i = 0; i < document.excursions().size(); i++) {
            JudgementDocument.Departure e = document.excursions().get(i);
            judgements.insertExcursion(
                    missionId, i + 1, (e.isAbove() ? Direction.ABOVE : Direction.BELOW).name(), e.start(), e.end());
        }
        judgements.judged(missionId, document.verdict(), document.json(), judged.firstAt, judged.lastAt);
    }

    /** The instant of the last sample; where a value holds until the next one, the end of the record. */
    private static Instant last(Series s) {
        return s.axis().events() ? s.axis().end() : s.axis().instantAt(s.axis().count() - 1);
    }

    /** The judgement of a mission; empty before it is collected. */
    public Optional<JudgementDocument> judgement(Mission mission) {
        return Optional.ofNullable(judgements.judgement(mission.id())).map(JudgementDocument::read);
    }

    /** The document as it is stored, for its hash. */
    public String text(Mission mission) {
        return judgements.judgement(mission.id());
    }

    /** The dose of the first level channel, where the plan asks for one. */
    private static List<JudgementDocument.Dose> doses(Plan plan, List<Series> record) {
        return ModelCatalogue.get(plan.model())
                .option("dose")
                .map(plan::option)
                .flatMap(NoiseDose.Scheme::of)
                .flatMap(scheme -> record.stream()
                        .filter(s -> s.unit().level())
                        .findFirst()
                        .map(s -> JudgementDocument.Dose.of(s.label(), scheme.title(), NoiseDose.of(s, scheme))))
                .map(List::of)
                .orElse(List.of());
    }

    private static JudgementDocument nothing() {
        return new JudgementDocument(
                "inconclusive", List.of(), List.of(), List.of(), 0, List.of("the logger recorded nothing"));
    }
}
