package org.pelerin.app.review;

import java.security.Principal;
import java.time.Clock;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.deployment.placing.SpotTimes;
import org.pelerin.app.judge.Completeness;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.MissionSentence;
import org.pelerin.app.judge.UnreadableJudgementException;
import org.pelerin.app.judge.limits.UnlimitedChannels;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.organisation.HouseService;
import org.pelerin.app.organisation.units.AskedUnits;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.record.DerivedSeries;
import org.pelerin.app.record.DisturbanceStore;
import org.pelerin.app.record.JudgedPeriod;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.app.review.views.SavedView;
import org.pelerin.app.review.views.SavedViews;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.LastingText;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** The page of a mission: its chart, figures, excursions and values. */
@Controller
class MissionController {

    /** Asks for times as the logger had them. */
    static final String OWN = "own";

    private static final DateTimeFormatter LOCAL = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm:ss");

    private final MissionQueries missions;
    private final JudgedRecords records;
    private final DerivedSeries derived;
    private final Evaluation evaluation;
    private final SeriesStore store;
    private final DisturbanceStore disturbances;
    private final Completeness.Teller completeness;
    private final PlaceService places;
    private final ChartFacts facts;
    private final LimitsPanel.Teller limitsPanels;
    private final SavedViews views;
    private final Clock now;
    private final Formats show;
    private final SpotTimes spotTimes;
    private final CaptureStore captures;
    private final HouseService house;

    MissionController(
            MissionQueries missions,
            Evaluation evaluation,
            JudgedRecords records,
            DerivedSeries derived,
            SeriesStore store,
            DisturbanceStore disturbances,
            Completeness.Teller completeness,
            PlaceService places,
            ChartFacts facts,
            LimitsPanel.Teller limitsPanels,
            SavedViews views,
            Clock now,
            Formats show,
            SpotTimes spotTimes,
            CaptureStore captures,
            HouseService house) {
        this.house = house;
        this.captures = captures;
        this.spotTimes = spotTimes;
        this.now = now;
        this.facts = facts;
        this.limitsPanels = limitsPanels;
        this.views = views;
        this.completeness = completeness;
        this.missions = missions;
        this.evaluation = evaluation;
        this.records = records;
        this.derived = derived;
        this.store = store;
        this.disturbances = disturbances;
        this.places = places;
        this.show = show;
    }

    @GetMapping("/missions/{id}")
    String mission(
            @PathVariable long id,
            ShownUnits inUnits,
            @RequestParam(defaultValue = "") String t,
            @RequestParam(defaultValue = "") String clock,
            @RequestParam(required = false) Long view,
            Principal me,
            Model model) {
        Mission stored = get(id);
        // one that is not there any more, or is of another mission, draws nothing otherwise
        List<SavedView> kept = views.of(stored, me.getName());
        SavedView chosen = kept.stream()
                .filter(v -> view != null && v.id() == view)
                .findFirst()
                .orElse(null);
        ClockCorrection correction = store.clock(stored);
        boolean own = clock.equals(OWN) && stored.records().clockCorrected() && !correction.none();
        Mission mission = own ? stored.byItsOwnClock() : stored;
        model.addAttribute("room", "missions");
        model.addAttribute("m", mission);
        model.addAttribute("mz", mission.zoneOr(show.home()));
        MissionWords words = new MissionWords(mission, mission.plan(), missions.confirmation(id), now.instant(), show);
        model.addAttribute("plan", words.plan());
        model.addAttribute("running", words.running());
        model.addAttribute("ending", words.ending());
        model.addAttribute("misconfirmed", words.misconfirmed());
        model.addAttribute("check", missions.check(mission).orElse(null));
        model.addAttribute("settling", spotTimes.acclimatisation(id));
        model.addAttribute("compared", missions.comparedAlarms(mission));
        AskedUnits asked = AskedUnits.of(t);
        model.addAttribute("t", asked.text().isEmpty() ? null : asked.text());
        model.addAttribute("reads", captures.countVisits(id));
        model.addAttribute("own", own);
        model.addAttribute("clockKey", own ? OWN : "");
        Optional<JudgementDocument> found;
        try {
            found = evaluation.judgement(mission);
        } catch (UnreadableJudgementException e) {
            model.addAttribute("unreadable", true);
            return "review/mission";
        }
        model.addAttribute("behindRecord", !evaluation.upToDate(id));
        found.ifPresent(judged -> {
            JudgementDocument j = own ? judged.at(correction::loggerTime) : judged;
            model.addAttribute("j", j);
            model.addAttribute(
                    "sentence",
                    words.nothing()
                            ? MissionSentence.neverStarted()
                            : MissionSentence.of(j, mission.zoneOr(show.home()), inUnits, show));
            JudgedPeriod period = records.period(stored);
            model.addAttribute("period", period);
            model.addAttribute("excluded", records.excluded(id));
            model.addAttribute("derived", derived.of(id));
            model.addAttribute("local", LOCAL.withZone(mission.zoneOr(show.home())));
            // read once: the instants of events come with them
            List<SeriesTable> tables = store.tables(mission);
            Limits limits = evaluation.limits(mission, j);
            List<JudgementDocument.Channel> shown = shownAtFirst(tables, j);
            List<JudgementDocument.Channel> measured = Counted.without(mission, shown);
            model.addAttribute("figures", Figures.of(measured, inUnits));
            model.addAttribute("countedLater", measured.size() < shown.size());
            model.addAttribute("kinetic", derived.kinetic(id));
            model.addAttribute(
                    "chartData",
                    facts.of(
                            mission,
                            tables,
                            j,
                            limits,
                            inUnits,
                            t,
                            own ? correction : ClockCorrection.NONE,
                            period,
                            chosen));
            model.addAttribute("lasting", LastingText.phrases(limits));
            model.addAttribute("rules", ChartFacts.rules(limits, j, inUnits));
            model.addAttribute("inForce", limitsPanels.of(stored));
            model.addAttribute("unlimited", UnlimitedChannels.words(limits, SeriesTable.ofRecords(tables)));
            model.addAttribute("savedViews", kept);
            model.addAttribute("viewId", chosen == null ? null : chosen.id());
            model.addAttribute("person", me.getName());
            model.addAttribute("units", new Units(inUnits));
            model.addAttribute("unitMenus", UnitMenu.of(j, inUnits, asked));
            model.addAttribute(
                    "levels",
                    j.series().stream().anyMatch(c -> Unit.of(c.unit()).level()));
            model.addAttribute("clock", correction);
            model.addAttribute("corrected", stored.records().clockCorrected());
            model.addAttribute("clockDecision", missions.clockDecision(id).orElse(null));
            model.addAttribute("intake", missions.intake(mission));
            boolean compared = missions.clockCompared(id);
            boolean beyond =
                    correction.beyond(house.house().attention().clock()).isPresent();
            model.addAttribute("clockBeyond", beyond);
            model.addAttribute("clockCompared", compared);
            model.addAttribute(
                    "clockWords",
                    words.clock(correction, beyond, compared, stored.records().clockCorrected()));
            model.addAttribute("disturbanceCount", disturbances.count(mission));
            model.addAttribute(
                    "phases",
                    ModelCatalogue.get(mission.device().model())
                            .option("nominal")
                            .isPresent());
            model.addAttribute("tables", tables.stream().map(SeriesTable::title).toList());
            model.addAttribute("complete", completeness.of(mission, tables));
        });
        return "review/mission";
    }

    /** Values in the unit shown, for templates. */
    public record Units(ShownUnits inUnits) {

        public Conversion of(String unit) {
            return Unit.of(unit).shown(inUnits);
        }

        public double value(String unit, double v) {
            return Unit.of(unit).shown(inUnits).value(v);
        }

        public double difference(String unit, double v) {
            return Unit.of(unit).shown(inUnits).difference(v);
        }

        public String symbol(String unit) {
            return Unit.of(unit).shown(inUnits).symbol();
        }
    }

    private static List<JudgementDocument.Channel> shownAtFirst(List<SeriesTable> tables, JudgementDocument j) {
        return SeriesTable.shownAtFirst(tables).stream()
                .filter(i -> i < j.series().size())
                .map(j.series()::get)
                .toList();
    }

    private Mission get(long id) {
        return missions.find(id)
                .orElseThrow(
                        () -> new NotThereException(Texts.of("review.missionController.thereIsNoMission", "id", id)));
    }
}
