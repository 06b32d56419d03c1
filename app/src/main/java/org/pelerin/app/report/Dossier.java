package org.pelerin.app.report;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.collect.StoredCapture;
import org.pelerin.app.documentation.DocumentationService;
import org.pelerin.app.documentation.MissionNote;
import org.pelerin.app.logger.Checked;
import org.pelerin.app.mission.DisturbanceRow;
import org.pelerin.app.mission.DisturbanceStore;
import org.pelerin.app.mission.Evaluation;
import org.pelerin.app.mission.JudgementDocument;
import org.pelerin.app.mission.Mission;
import org.pelerin.app.mission.MissionService;
import org.pelerin.app.mission.SeriesStore;
import org.pelerin.app.platform.web.Show;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.series.Series;
import org.springframework.stereotype.Service;

/**
 * Everything a document about a mission draws on.
 *
 * @param check that its live readings were found good, or null
 */
record Dossier(
        Mission mission,
        String modelName,
        ZoneId zone,
        Plan plan,
        JudgementDocument judgement,
        String judgementSha256,
        StoredCapture capture,
        List<Series> series,
        List<DisturbanceRow> disturbances,
        Checked check,
        MissionNote note) {

    /** Disturbances that a report lists. */
    private static final int DISTURBANCES = 200;

    /** Gathers it. */
    @Service
    static class Clerk {

        private final MissionService missions;
        private final DocumentationService documentation;
        private final Evaluation evaluation;
        private final CaptureStore captures;
        private final SeriesStore store;
        private final DisturbanceStore disturbances;
        private final Show show;

        Clerk(
                MissionService missions,
                Evaluation evaluation,
                CaptureStore captures,
                SeriesStore store,
                DisturbanceStore disturbances,
                DocumentationService documentation,
                Show show) {
            this.disturbances = disturbances;
            this.documentation = documentation;
            this.missions = missions;
            this.evaluation = evaluation;
            this.captures = captures;
            this.store = store;
            this.show = show;
        }

        /** Empty if there is no such mission, or nothing of it is home. */
        Optional<Dossier> gather(long missionId) {
            return missions.find(missionId)
                    .filter(m -> m.collected() || m.received() != null)
                    .flatMap(m -> evaluation
                            .judgement(m)
                            .map(j -> new Dossier(
                                    m,
                                    ModelCatalogue.get(m.model()).name(),
                                    m.zoneOr(show.home()),
                                    missions.plan(m),
                                    j,
                                    Sha256.of(evaluation.text(m).getBytes(java.nio.charset.StandardCharsets.UTF_8)),
                                    captures.summary(m.id()).orElseThrow(),
                                    store.load(m),
                                    disturbances.rows(m, DISTURBANCES),
                                    missions.check(m).orElse(null),
                                    documentation.note(m.id()))));
        }
    }

    /** The series by the instants that they share: the records first, then those of a second table, then changes of state. */
    List<List<Series>> tables() {
        List<List<Series>> out = new ArrayList<>();
        for (Series s : series) {
            List<Series> last = out.isEmpty() ? List.of() : out.get(out.size() - 1);
            if (!last.isEmpty() && last.get(0).axis().equals(s.axis())) {
                last.add(s);
            } else {
                out.add(new ArrayList<>(List.of(s)));
            }
        }
        return out;
    }
}
