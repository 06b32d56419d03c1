package org.pelerin.app.deployment.placing;

import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.organisation.contact.AddressBook;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.places.Spot;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.Pager;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Sites as pages: what they are, who is there, and where on the site's picture. */
@Controller
class SitesController {

    private static final int PAGE = 100;

    private final PlaceService places;
    private final PlaceFinder find;
    private final PlacementService placements;
    private final AddressBook book;
    private final Formats show;

    SitesController(
            PlaceService places, PlaceFinder find, PlacementService placements, AddressBook book, Formats show) {
        this.places = places;
        this.find = find;
        this.placements = placements;
        this.book = book;
        this.show = show;
    }

    /** A spot with who is there now. */
    record Here(Spot spot, List<Placement> there) {}

    /** A site with its spots. */
    record SiteView(Site site, List<Here> spots) {

        public long taken() {
            return spots.stream().filter(h -> !h.there.isEmpty()).count();
        }
    }

    @GetMapping("/places")
    String all(@RequestParam(name = "page", defaultValue = "0") int wanted, Model page) {
        Pager pager = Pager.of(wanted, PAGE, placements.countSites(), Pager.at("/places"));
        page.addAttribute("room", "places");
        page.addAttribute("count", pager.count());
        page.addAttribute("pager", pager);
        page.addAttribute("all", placements.tallyOfAll());
        page.addAttribute("sites", placements.tallies(PAGE, pager.page()));
        return "placing/places";
    }

    @GetMapping("/places/{id}")
    String site(@PathVariable long id, ShownUnits inUnits, Model page) {
        Site site = find.site(id);
        page.addAttribute("room", "places");
        page.addAttribute("view", new SiteView(site, here(places.spots(id), placements.presentAt(id))));
        page.addAttribute("inUnits", inUnits);
        page.addAttribute("people", book.at(id));
        page.addAttribute("shape", site.pictureStamp() == null ? null : places.pictureShape(id));
        return "placing/site";
    }

    private static List<Here> here(List<Spot> spots, List<Placement> present) {
        Map<Long, List<Placement>> there = present.stream().collect(Collectors.groupingBy(Placement::spotId));
        return spots.stream()
                .map(s -> new Here(s, there.getOrDefault(s.id(), List.of())))
                .toList();
    }

    @GetMapping("/places/new")
    String newSite(Model page) {
        return site(page, SiteForm.blank(show.home()), Map.of());
    }

    @GetMapping("/places/{id}/edit")
    String editSite(@PathVariable long id, Model page) {
        return site(page, SiteForm.of(find.site(id)), Map.of());
    }

    private static String site(Model page, SiteForm form, Map<String, String> errors) {
        page.addAttribute("room", "places");
        page.addAttribute(
                "title", form.name.isEmpty() ? Texts.of("deployment.placing.sitesController.newSite") : form.name);
        page.addAttribute("form", form);
        page.addAttribute("errors", errors);
        return "placing/site-edit";
    }

    @PostMapping("/places")
    String saveSite(@ModelAttribute SiteForm form, Principal me, Model page, RedirectAttributes flash) {
        SiteForm.Parsed parsed = form.parse();
        if (!parsed.errors().isEmpty()) {
            return site(page, form, parsed.errors());
        }
        try {
            long id = places.save(parsed.site(), form.seen, me.getName());
            flash.addFlashAttribute("said", Texts.of("deployment.placing.sitesController.saved"));
            return "redirect:/places/" + id;
        } catch (PlaceService.NameTakenException e) {
            return site(page, form, Map.of("name", e.getMessage()));
        } catch (ChangedMeanwhileException e) {
            Site now = find.site(form.id);
            SiteForm saved = SiteForm.of(now);
            page.addAttribute("meanwhile", SavedMeanwhile.of(places.lastChange(now), saved.shown(), form.shown()));
            form.seen = saved.seen;
            return site(page, form, Map.of());
        }
    }
}
