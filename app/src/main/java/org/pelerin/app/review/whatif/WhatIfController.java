package org.pelerin.app.review.whatif;

import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.MissionSentence;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.organisation.account.Permission;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.app.record.DerivedSeries;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.Series;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Other limits on a mission, judged by the one judge and kept nowhere; or kept as the next version of its set or its plan. */
@Controller
class WhatIfController {

    /** It cannot be kept; nothing was. */
    static final class NotKeptException extends NotDoneException {
        NotKeptException(String message) {
            super(message);
        }
    }

    /**
     * @param from in ms, as {@code to}
     * @param side above, below or missing
     * @param channel empty for the whole record
     */
    public record Found(long from, long to, String side, String channel) {}

    /**
     * What the limits would have found.
     *
     * @param tone and {@code lead} to {@code rest}: the verdict, as {@link MissionSentence} has it; empty where something is wrong
     * @param changed how many rules differ from those in force
     * @param errors by the rule's id
     */
    public record Answer(
            String tone,
            String lead,
            String strong,
            String rest,
            List<Found> excursions,
            int changed,
            Map<String, String> errors) {}

    private final MissionQueries missions;
    private final SeriesStore store;
    private final DerivedSeries derived;
    private final Evaluation evaluation;
    private final PlanService plans;
    private final LimitSets sets;
    private final LimitsInForce inForce;
    private final Formats show;

    WhatIfController(
            MissionQueries missions,
            SeriesStore store,
            DerivedSeries derived,
            Evaluation evaluation,
            PlanService plans,
            LimitSets sets,
            LimitsInForce inForce,
            Formats show) {
        this.evaluation = evaluation;
        this.missions = missions;
        this.store = store;
        this.derived = derived;
        this.plans = plans;
        this.sets = sets;
        this.inForce = inForce;
        this.show = show;
    }

    /** @param rule ids of rules; {@code low}, {@code high} and {@code lasting} are theirs, in the same order */
    @GetMapping("/missions/{id}/what-if")
    @ResponseBody
    Answer tried(
            @PathVariable long id,
            @RequestParam(defaultValue = "") List<String> rule,
            @RequestParam(defaultValue = "") List<String> low,
            @RequestParam(defaultValue = "") List<String> high,
            @RequestParam(defaultValue = "") List<String> lasting,
            ShownUnits inUnits) {
        Mission mission = get(id);
        List<Series> recorded = store.recorded(mission);
        JudgedRecord record =
                derived.of(mission, recorded, mission.records().collectedAt()).record();
        Limits limits = limits(mission, record);
        TriedLimits tried = TriedLimits.read(typed(rule, low, high, lasting), limits, units(record, inUnits));
        if (!tried.errors().isEmpty()) {
            return new Answer("", "", "", "", List.of(), 0, tried.errors());
        }
        JudgementDocument j = evaluation.judged(mission, record, tried.of(limits));
        MissionSentence s = MissionSentence.of(j, mission.zoneOr(show.home()), inUnits, show);
        return new Answer(
                s.tone(),
                s.lead(),
                (s.mark().isEmpty() ? "" : s.mark() + " ") + s.strong(),
                s.rest(),
                j.excursions().stream()
                        .map(e -> new Found(
                                e.start().toEpochMilli(),
                                e.end().toEpochMilli(),
                                e.side().word(),
                                e.of().orElse("")))
                        .toList(),
                tried.rules().size(),
                Map.of());
    }

    /** The mission keeps the limits that it ran with; its plan's next missions get these. */
    @PostMapping("/missions/{id}/what-if")
    String keep(
            @PathVariable long id,
            @RequestParam(defaultValue = "") List<String> rule,
            @RequestParam(defaultValue = "") List<String> low,
            @RequestParam(defaultValue = "") List<String> high,
            @RequestParam(defaultValue = "") List<String> lasting,
            ShownUnits inUnits,
            Principal me,
            HttpServletRequest request,
            RedirectAttributes flash) {
        Mission mission = get(id);
        List<Series> recorded = store.recorded(mission);
        JudgedRecord record =
                derived.of(mission, recorded, mission.records().collectedAt()).record();
        TriedLimits tried =
                TriedLimits.read(typed(rule, low, high, lasting), limits(mission, record), units(record, inUnits));
        if (!tried.errors().isEmpty() || tried.rules().isEmpty()) {
            throw new NotKeptException(
                    tried.errors().isEmpty()
                            ? Texts.of("review.whatif.whatIfController.theseAreTheLimitsIn")
                            : tried.errors().values().iterator().next());
        }
        try {
            flash.addFlashAttribute("said", kept(mission, tried, request, me.getName()));
        } catch (IllegalArgumentException e) {
            throw new NotKeptException(
                    Texts.of("review.whatif.whatIfController.itCannotBeSaved", "reason", e.getMessage()));
        } catch (ChangedMeanwhileException e) {
            throw new TooLateException(Texts.of("review.whatif.whatIfController.somebodyChangedItMeanwhileTry"));
        }
        return "redirect:/missions/" + id;
    }

    /** In the set that the mission is judged by, as its next version; where the alarms of a plan are in force, in that plan. */
    private String kept(Mission mission, TriedLimits tried, HttpServletRequest request, String by) {
        LimitSet set = evaluation.inForce(mission).set();
        if (set != null) {
            LimitSet newest = sets.find(set.id()).orElseThrow();
            if (newest.version() != set.version()) {
                throw new NotKeptException(Texts.of(
                        "review.whatif.whatIfController.alreadyHasAVersionCheck",
                        "name",
                        set.name(),
                        "version",
                        newest.version()));
            }
            LimitSet kept = sets.update(set.id(), set.version(), newest.name(), tried.within(set.limits()), by);
            return Texts.of(
                    "review.whatif.whatIfController.savedAsVersionOfThis",
                    "version",
                    kept.version(),
                    "name",
                    kept.name(),
                    "version2",
                    set.version());
        }
        if (!Permission.OPERATE.heldBy(request)) {
            throw new NotKeptException(Texts.of("review.whatif.whatIfController.onlyTechniciansCanChangePlans"));
        }
        StoredPlan stored = plan(mission)
                .orElseThrow(() -> new NotKeptException(Texts.of(
                        "review.whatif.whatIfController.thePlanNoLongerExists",
                        "planName",
                        mission.copy().planName())));
        StoredPlan kept =
                plans.update(stored.id(), stored.version(), stored.name(), tried.of(plans.settings(stored)), by);
        return Texts.of(
                "review.whatif.whatIfController.savedAsVersionOfThis2", "version", kept.version(), "name", kept.name());
    }

    private Limits limits(Mission mission, JudgedRecord record) {
        return evaluation.limits(
                mission, record.sources().stream().map(SampleSource::channel).toList());
    }

    private Optional<StoredPlan> plan(Mission mission) {
        return mission.copy().planVersion() > 0 ? plans.named(mission.copy().planName()) : Optional.empty();
    }

    private static Function<String, Conversion> units(JudgedRecord record, ShownUnits inUnits) {
        return label -> record.source(label)
                .map(s -> s.channel().unit())
                .orElse(Unit.NONE)
                .shown(inUnits);
    }

    /** What is not given for a rule is blank. */
    private static List<TriedLimits.Typed> typed(
            List<String> rule, List<String> low, List<String> high, List<String> lasting) {
        List<TriedLimits.Typed> out = new ArrayList<>();
        for (int i = 0; i < rule.size(); i++) {
            out.add(new TriedLimits.Typed(rule.get(i), at(low, i), at(high, i), at(lasting, i)));
        }
        return out;
    }

    private static String at(List<String> list, int i) {
        return i < list.size() && list.get(i) != null ? list.get(i) : "";
    }

    private Mission get(long id) {
        return missions.find(id)
                .filter(m -> m.records().firstAt() != null)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("review.whatif.whatIfController.missionIsNotCollectedYet", "id", id)));
    }
}
