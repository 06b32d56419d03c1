package org.pelerin.app.review.sound;

import java.security.Principal;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.shift.ShiftSetting;
import org.pelerin.app.judge.shift.WorkingShifts;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.review.Chart;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.sound.WorkingShift;
import org.pelerin.core.stats.NoiseDose;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A mission that recorded a level: its working shifts, with what people took in each. */
@Controller
class ShiftController {

    private static final int COLUMNS = 2000;

    private final MissionQueries missions;
    private final Evaluation evaluation;
    private final WorkingShifts shifts;
    private final Chart chart;
    private final Formats show;

    ShiftController(MissionQueries missions, Evaluation evaluation, WorkingShifts shifts, Chart chart, Formats show) {
        this.missions = missions;
        this.evaluation = evaluation;
        this.shifts = shifts;
        this.chart = chart;
        this.show = show;
    }

    @GetMapping("/missions/{id}/sound")
    String page(@PathVariable long id, Model model) {
        Mission mission = get(id);
        Optional<ShiftSetting> set = shifts.of(mission);
        return page(mission, set.map(ShiftForm::of).orElseGet(() -> proposed(mission)), Map.of(), model);
    }

    /** With the scheme that its plan names. */
    private ShiftForm proposed(Mission mission) {
        ShiftForm form = new ShiftForm();
        Plan plan = mission.plan();
        ModelCatalogue.get(plan.model())
                .option("dose")
                .map(plan::option)
                .flatMap(NoiseDose.Scheme::of)
                .ifPresent(s -> form.scheme = s.key());
        form.ofSpot = mission.place().spotId() != null;
        return form;
    }

    private String page(Mission mission, ShiftForm form, Map<String, String> errors, Model model) {
        ZoneId zone = mission.zoneOr(show.home());
        JudgementDocument j = evaluation.judgement(mission).orElseThrow();
        JudgementDocument.Channel level = level(j, mission.id());
        List<JudgementDocument.Shift> all = j.shifts();
        model.addAttribute("room", "missions");
        model.addAttribute("m", mission);
        model.addAttribute("mz", zone);
        model.addAttribute("form", form);
        model.addAttribute("errors", errors);
        model.addAttribute("level", level);
        model.addAttribute("set", shifts.of(mission).orElse(null));
        model.addAttribute("shifts", all);
        model.addAttribute("schemes", NoiseDose.Scheme.values());
        model.addAttribute("days", DayOfWeek.values());
        List<JudgementDocument.Shift> out =
                all.stream().filter(s -> s.dose().dose() > WorkingShift.ALLOWED).toList();
        model.addAttribute("out", out.size());
        model.addAttribute(
                "worst",
                all.stream()
                        .max(Comparator.comparingDouble(s -> s.dose().dose()))
                        .orElse(null));
        model.addAttribute(
                "judgedShifts",
                all.stream()
                        .filter(s -> s.coverage() >= Basis.MEAN_COVERAGE || out.contains(s))
                        .count());
        long from = mission.records().firstAt().toEpochMilli();
        long to = mission.records().lastAt().toEpochMilli();
        Chart.Window window = chart.window(mission, from, to, COLUMNS, ShownUnits.RECORDED);
        window.lines().stream()
                .filter(l -> l.label().equals(level.channel()))
                .findFirst()
                .ifPresent(l -> model.addAttribute(
                        "trace",
                        LevelTrace.of(l, window.groups().get(l.group()), from, to, all, midnights(mission, zone))));
        return "review/sound";
    }

    private static List<Long> midnights(Mission mission, ZoneId zone) {
        LocalDate first = mission.records().firstAt().atZone(zone).toLocalDate().plusDays(1);
        LocalDate last = mission.records().lastAt().atZone(zone).toLocalDate();
        long step = Math.max(1, (last.toEpochDay() - first.toEpochDay()) / 8);
        List<Long> out = new ArrayList<>();
        for (LocalDate d = first; !d.isAfter(last); d = d.plusDays(step)) {
            out.add(d.atStartOfDay(zone).toInstant().toEpochMilli());
        }
        return out;
    }

    @PostMapping("/missions/{id}/shift")
    String set(
            @PathVariable long id,
            @ModelAttribute("form") ShiftForm form,
            @RequestParam(required = false) List<String> days,
            Principal me,
            Model model,
            RedirectAttributes flash) {
        Mission mission = get(id);
        // none chosen is said by nothing, and is not the usual ones
        form.days = days == null ? List.of() : days;
        FieldReader read = new FieldReader();
        Optional<WorkingShift> shift = form.shift(read, mission.zoneOr(show.home()));
        if (shift.isEmpty()) {
            return page(mission, form, read.errors(), model);
        }
        shifts.set(
                mission,
                form.ofSpot,
                shift.get(),
                NoiseDose.Scheme.of(form.scheme).orElseThrow(),
                me.getName());
        evaluation.again(id);
        flash.addFlashAttribute("said", Texts.of("review.sound.shiftController.savedEachShiftIsAssessed"));
        return "redirect:/missions/" + id + "/sound";
    }

    @PostMapping("/missions/{id}/shift/remove")
    String remove(@PathVariable long id, Principal me, RedirectAttributes flash) {
        Mission mission = get(id);
        shifts.remove(mission, me.getName());
        evaluation.again(id);
        flash.addFlashAttribute("said", Texts.of("review.sound.shiftController.doseLimitsAreRemovedThe"));
        return "redirect:/missions/" + id + "/sound";
    }

    private static JudgementDocument.Channel level(JudgementDocument j, long id) {
        return j.series().stream()
                .filter(c -> Unit.of(c.unit()).level())
                .findFirst()
                .orElseThrow(() -> new NotThereException(
                        Texts.of("review.sound.shiftController.missionHasNoSoundLevels", "id", id)));
    }

    private Mission get(long id) {
        return missions.find(id)
                .filter(m -> m.records().firstAt() != null)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("review.sound.shiftController.missionIsNotCollectedYet", "id", id)));
    }
}
