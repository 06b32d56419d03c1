package org.pelerin.app.review;

import java.security.Principal;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.record.DerivedSeries;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.core.derive.DerivedValues;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.SeriesPart;
import org.pelerin.core.unit.Unit;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Series derived from those of a mission: what there are, and a new one with what it will be. */
@Controller
class DerivedController {

    /** Longer records are not derived while somebody types. */
    private static final long MOST_PREVIEWED = 3_000_000;

    private static final Unit KPA = Unit.of("kPa");

    /** A channel to derive from: how definitions name it, and how people do. */
    public record Choice(String name, String told) {}

    /** What a definition will come to. */
    public record Preview(
            String words,
            String unit,
            Map<String, String> errors,
            String impossible,
            List<String> notes,
            DerivedSketch sketch,
            Long values,
            Long samples,
            Long millis) {}

    private final MissionQueries missions;
    private final DerivedSeries derived;
    private final SeriesStore store;
    private final Evaluation evaluation;
    private final Formats show;

    DerivedController(
            MissionQueries missions, DerivedSeries derived, SeriesStore store, Evaluation evaluation, Formats show) {
        this.missions = missions;
        this.derived = derived;
        this.store = store;
        this.evaluation = evaluation;
        this.show = show;
    }

    @GetMapping("/missions/{id}/derived")
    String page(@PathVariable long id, @ModelAttribute("form") DerivedForm form, Model model) {
        return form(get(id), form, Map.of(), model);
    }

    private String form(Mission mission, DerivedForm form, Map<String, String> errors, Model model) {
        model.addAttribute("room", "missions");
        model.addAttribute("errors", errors);
        model.addAttribute("kinds", DerivedForm.Kind.values());
        model.addAttribute("kept", derived.of(mission.id()));
        model.addAttribute("uncorrected", Uncorrected.of(mission.plan()));
        model.addAttribute("preview", preview(mission, form));
        fields(mission, form, model);
        return "review/derived";
    }

    /** The fields of a way to derive; what is typed in those that it has too stays. */
    @GetMapping("/missions/{id}/derived/fields")
    String fields(@PathVariable long id, @ModelAttribute("form") DerivedForm form, Model model) {
        fields(get(id), form, model);
        return "review/derived :: how";
    }

    private void fields(Mission mission, DerivedForm form, Model model) {
        ZoneId zone = zone(mission);
        model.addAttribute("m", mission);
        model.addAttribute("mz", zone);
        model.addAttribute("form", form);
        model.addAttribute("week", DerivedForm.week());
        model.addAttribute(
                "own",
                store.tables(mission).stream()
                        .flatMap(t -> t.labels().stream())
                        .map(l -> new Choice(l, l))
                        .toList());
        model.addAttribute(
                "others",
                derived.others(mission).stream()
                        .filter(o -> form.kind != DerivedForm.Kind.LEVEL
                                || Unit.of(o.unit()).to(KPA).isPresent())
                        .map(o -> new Choice(
                                o.name(),
                                Texts.of(
                                        "review.derivedController.whatUnitFirstAtTo",
                                        "what",
                                        o.what(),
                                        "unit",
                                        o.unit(),
                                        "firstAt",
                                        show.day(o.firstAt(), zone),
                                        "lastAt",
                                        show.day(o.lastAt(), zone))))
                        .toList());
    }

    /** The part of the page that says what will come of the form. */
    @GetMapping("/missions/{id}/derived/preview")
    String preview(@PathVariable long id, @ModelAttribute("form") DerivedForm form, Model model) {
        Mission mission = get(id);
        model.addAttribute("m", mission);
        model.addAttribute("form", form);
        model.addAttribute("preview", preview(mission, form));
        return "review/derived :: preview";
    }

    private Preview preview(Mission mission, DerivedForm form) {
        FieldReader read = new FieldReader();
        Optional<String> definition = form.definition(read, zone(mission));
        if (definition.isEmpty()) {
            return new Preview(null, null, read.errors(), null, List.of(), null, null, null, null);
        }
        String words;
        try {
            words = DerivedSeries.wordsOf(definition.get());
        } catch (DerivedSeries.ImpossibleException e) {
            return new Preview(null, null, Map.of(), e.getMessage(), List.of(), null, null, null, null);
        }
        long samples = store.tables(mission).stream()
                .mapToLong(t -> t.axis().count() * t.channels().size())
                .sum();
        if (samples > MOST_PREVIEWED) {
            return new Preview(words, null, Map.of(), null, List.of(), null, null, samples, null);
        }
        try {
            long begun = System.nanoTime();
            List<Series> recorded = store.recorded(mission);
            SampleSource source = derived.tried(mission, recorded, definition.get());
            Optional<SeriesPart> values = DerivedValues.of(
                    source, recorded.stream().map(Series::axis).distinct().toList());
            long millis = (System.nanoTime() - begun) / 1_000_000;
            long there = values.stream()
                    .flatMapToDouble(p -> Arrays.stream(p.values()))
                    .filter(v -> !Double.isNaN(v))
                    .count();
            return new Preview(
                    words,
                    source.channel().unit().symbol(),
                    Map.of(),
                    null,
                    source.notes(),
                    values.map(p -> DerivedSketch.of(p.series())).orElse(null),
                    there,
                    samples,
                    millis);
        } catch (DerivedSeries.ImpossibleException e) {
            return new Preview(words, null, Map.of(), e.getMessage(), List.of(), null, null, samples, null);
        }
    }

    @PostMapping("/missions/{id}/derived")
    String add(
            @PathVariable long id,
            @ModelAttribute("form") DerivedForm form,
            Principal me,
            Model model,
            RedirectAttributes flash) {
        Mission mission = get(id);
        FieldReader read = new FieldReader();
        Optional<String> definition = form.definition(read, zone(mission));
        if (definition.isEmpty()) {
            return form(mission, form, read.errors(), model);
        }
        try {
            derived.tried(mission, store.recorded(mission), definition.get());
            derived.add(mission, definition.get(), form.ofSpot, me.getName());
        } catch (DerivedSeries.ImpossibleException e) {
            return form(mission, form, Map.of("how", e.getMessage()), model);
        }
        evaluation.again(id);
        flash.addFlashAttribute("said", Texts.of("review.derivedController.savedItIsDrawnChecked"));
        return "redirect:/missions/" + id + "/derived";
    }

    @PostMapping("/missions/{id}/derived/{series}/remove")
    String remove(@PathVariable long id, @PathVariable long series, Principal me, RedirectAttributes flash) {
        derived.remove(get(id), series, me.getName());
        evaluation.again(id);
        flash.addFlashAttribute("said", Texts.of("review.derivedController.removedTheRecordHasNot"));
        flash.addFlashAttribute("undo", series);
        return "redirect:/missions/" + id + "/derived";
    }

    @PostMapping("/missions/{id}/derived/{series}/restore")
    String restore(@PathVariable long id, @PathVariable long series, Principal me, RedirectAttributes flash) {
        derived.restore(get(id), series, me.getName());
        evaluation.again(id);
        flash.addFlashAttribute("said", Texts.of("review.derivedController.theDerivedSeriesIsRestored"));
        return "redirect:/missions/" + id + "/derived";
    }

    private ZoneId zone(Mission mission) {
        return mission.zoneOr(show.home());
    }

    private Mission get(long id) {
        return missions.find(id)
                .filter(m -> m.records().firstAt() != null)
                .orElseThrow(() ->
                        new NotThereException(Texts.of("review.derivedController.missionIsNotCollectedYet", "id", id)));
    }
}
