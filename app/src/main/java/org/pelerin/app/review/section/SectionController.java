package org.pelerin.app.review.section;

import java.security.Principal;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import tools.jackson.databind.json.JsonMapper;

/** The section of a site, and its mapping studies. */
@Controller
class SectionController {

    private static final int FRAMES = 400;
    private static final Duration AT_FIRST = Duration.ofDays(7);

    private final Sections sections;
    private final Studies studies;
    private final PlaceService places;
    private final JsonMapper json = JsonMapper.builder().build();

    SectionController(Sections sections, Studies studies, PlaceService places) {
        this.sections = sections;
        this.studies = studies;
        this.places = places;
    }

    /** @param study one that is kept, whose stretch is shown */
    @GetMapping("/places/{id}/site-view")
    String page(
            @PathVariable long id,
            @ModelAttribute("form") SectionForm form,
            @RequestParam(required = false) Long study,
            ShownUnits inUnits,
            Model model) {
        Site site = site(id);
        ZoneId zone = site.zoneId();
        List<Mission> recorded = sections.recorded(id);
        Optional<MappingStudy> kept =
                Optional.ofNullable(study).flatMap(studies::find).filter(s -> s.siteId() == id);
        kept.ifPresent(s -> form.fill(s.unit(), s.fromAt(), s.toAt(), s.low(), s.high(), zone));
        List<String> units = sections.units(recorded, inUnits);
        if (form.blank() && !recorded.isEmpty()) {
            Instant end = recorded.stream()
                    .map(m -> m.records().lastAt())
                    .max(Instant::compareTo)
                    .orElseThrow();
            form.fill(units.contains("°C") ? "°C" : units.get(0), end.minus(AT_FIRST), end, null, null, zone);
        }
        model.addAttribute("room", "places");
        model.addAttribute("site", site);
        model.addAttribute("mz", zone);
        model.addAttribute("units", units);
        model.addAttribute("shape", places.pictureShape(id));
        model.addAttribute("study", kept.orElse(null));
        model.addAttribute("studies", studies.of(id));
        model.addAttribute("together", sections.together(recorded));
        FieldReader read = new FieldReader();
        Optional<SectionForm.Asked> asked = recorded.isEmpty() ? Optional.empty() : form.asked(read, zone);
        asked.ifPresent(a -> show(
                id,
                a,
                units.contains(form.second) && !form.second.equals(a.unit()) ? form.second : "",
                read,
                zone,
                model));
        model.addAttribute("errors", read.errors());
        return "review/section";
    }

    private void show(long id, SectionForm.Asked a, String second, FieldReader read, ZoneId zone, Model model) {
        try {
            SiteView s = sections.of(id, a.unit(), a.from(), a.to(), a.low(), a.high(), FRAMES);
            model.addAttribute("section", s);
            model.addAttribute("band", a.low() != null || a.high() != null);
            Map<String, Object> data = new LinkedHashMap<>();
            data.put("t", s.t());
            data.put("unit", s.unit());
            data.put("zone", zone.getId());
            data.put("spots", s.spots());
            if (!second.isEmpty()) {
                SiteView beside = sections.of(id, second, a.from(), a.to(), null, null, FRAMES);
                data.put("second", Map.of("unit", second, "spots", beside.spots()));
            }
            model.addAttribute("data", json.writeValueAsString(data));
        } catch (Sections.TooMuchException e) {
            read.wrong("from", e.getMessage());
        }
    }

    @PostMapping("/places/{id}/studies")
    String keep(
            @PathVariable long id,
            @ModelAttribute("form") SectionForm form,
            @RequestParam(defaultValue = "") String name,
            Principal me,
            RedirectAttributes flash) {
        Site site = site(id);
        FieldReader read = new FieldReader();
        Optional<SectionForm.Asked> asked = form.asked(read, site.zoneId());
        asked.ifPresent(a -> {
            try {
                studies.keep(id, name, a, me.getName());
                flash.addFlashAttribute("said", Texts.of("review.section.sectionController.savedAsAMappingStudy"));
            } catch (Studies.NoStudyException e) {
                flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
            }
            a.parameters(site.zoneId()).forEach(flash::addAttribute);
        });
        read.errors().values().stream()
                .findFirst()
                .ifPresent(e -> flash.addFlashAttribute("refused", Texts.sentence(e)));
        return "redirect:/places/" + id + "/site-view";
    }

    @PostMapping("/studies/{id}/remove")
    String remove(@PathVariable long id, Principal me, RedirectAttributes flash) {
        MappingStudy study = studies.find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("review.section.sectionController.thereIsNoMappingStudy", "id", id)));
        studies.remove(study, me.getName());
        flash.addFlashAttribute("said", Texts.of("review.section.sectionController.removedTheRecordsHaveNot"));
        return "redirect:/places/" + study.siteId() + "/site-view";
    }

    private Site site(long id) {
        return places.site(id)
                .orElseThrow(
                        () -> new NotThereException(Texts.of("review.section.sectionController.thereIsNoSuchSite")));
    }
}
