package org.pelerin.app.placing;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.pelerin.app.missions.MissionService;
import org.pelerin.app.people.contact.AddressBook;
import org.pelerin.app.places.Picture;
import org.pelerin.app.places.PlaceExchange;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.places.Spot;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Sites and spots as pages: what they are, who is there, and where on the site's picture. */
@Controller
class PlacesController {

    private static final int HISTORY = 20;
    private static final int MISSIONS = 8;

    private final PlaceService places;
    private final PlaceExchange exchange;
    private final PlacementService placements;
    private final PlanService plans;
    private final MissionService missions;
    private final AddressBook book;
    private final Formats show;

    PlacesController(
            PlaceService places,
            PlaceExchange exchange,
            PlacementService placements,
            PlanService plans,
            MissionService missions,
            AddressBook book,
            Formats show) {
        this.book = book;
        this.places = places;
        this.exchange = exchange;
        this.placements = placements;
        this.plans = plans;
        this.missions = missions;
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
    String all(Model page) {
        Map<Long, List<Placement>> present = present();
        Map<Long, List<Spot>> spots = places.spots().stream().collect(Collectors.groupingBy(Spot::siteId));
        page.addAttribute("room", "places");
        page.addAttribute(
                "sites",
                places.sites().stream()
                        .map(s -> new SiteView(s, here(spots.getOrDefault(s.id(), List.of()), present)))
                        .toList());
        return "field/places";
    }

    @GetMapping("/places/{id}")
    String site(@PathVariable long id, Model page) {
        Site site = get(id);
        page.addAttribute("room", "places");
        page.addAttribute("view", new SiteView(site, here(places.spots(id), present())));
        page.addAttribute("people", book.at(id));
        page.addAttribute("shape", site.pictureStamp() == null ? null : places.pictureShape(id));
        return "field/site";
    }

    private Map<Long, List<Placement>> present() {
        return placements.present().stream().collect(Collectors.groupingBy(Placement::spotId));
    }

    private static List<Here> here(List<Spot> spots, Map<Long, List<Placement>> present) {
        return spots.stream()
                .map(s -> new Here(s, present.getOrDefault(s.id(), List.of())))
                .toList();
    }

    @GetMapping("/places/new")
    String newSite(Model page) {
        return site(page, SiteForm.blank(show.home()), Map.of());
    }

    @GetMapping("/places/{id}/edit")
    String editSite(@PathVariable long id, Model page) {
        return site(page, SiteForm.of(get(id)), Map.of());
    }

    private static String site(Model page, SiteForm form, Map<String, String> errors) {
        page.addAttribute("room", "places");
        page.addAttribute("title", form.name.isEmpty() ? "New site" : form.name);
        page.addAttribute("form", form);
        page.addAttribute("errors", errors);
        return "field/site-edit";
    }

    @PostMapping("/places")
    String saveSite(@ModelAttribute SiteForm form, Principal me, Model page, RedirectAttributes flash) {
        SiteForm.Parsed parsed = form.parse();
        if (!parsed.errors().isEmpty()) {
            return site(page, form, parsed.errors());
        }
        try {
            long id = places.save(parsed.site(), me.getName());
            flash.addFlashAttribute("said", "Stored.");
            return "redirect:/places/" + id;
        } catch (PlaceService.NameTakenException e) {
            return site(page, form, Map.of("name", e.getMessage()));
        }
    }

    @GetMapping("/spots/{id}")
    String spot(@PathVariable long id, Model page) {
        Spot spot = spotOf(id);
        List<Placement> history = placements.ofSpot(id, HISTORY);
        page.addAttribute("room", "places");
        page.addAttribute("spot", spot);
        page.addAttribute("site", get(spot.siteId()));
        page.addAttribute("there", history.stream().filter(Placement::present).toList());
        page.addAttribute("history", history);
        page.addAttribute("missions", missions.atSpot(id, MISSIONS));
        return "field/spot";
    }

    @GetMapping("/places/{id}/spots/new")
    String newSpot(@PathVariable long id, Model page) {
        return spot(page, SpotForm.blank(get(id).id()), Map.of());
    }

    @GetMapping("/spots/{id}/edit")
    String editSpot(@PathVariable long id, Model page) {
        return spot(page, SpotForm.of(spotOf(id)), Map.of());
    }

    private String spot(Model page, SpotForm form, Map<String, String> errors) {
        page.addAttribute("room", "places");
        page.addAttribute("title", form.name.isEmpty() ? "New spot" : form.name);
        page.addAttribute("form", form);
        page.addAttribute("site", get(form.siteId));
        page.addAttribute("plans", plans.all());
        page.addAttribute("kinds", SpotForm.KINDS);
        page.addAttribute("units", SpotForm.UNITS);
        page.addAttribute("errors", errors);
        return "field/spot-edit";
    }

    @PostMapping("/spots")
    String saveSpot(@ModelAttribute SpotForm form, Principal me, Model page, RedirectAttributes flash) {
        get(form.siteId);
        SpotForm.Parsed parsed = form.parse();
        if (!parsed.errors().isEmpty()) {
            return spot(page, form, parsed.errors());
        }
        try {
            long id = places.save(parsed.spot(), me.getName());
            flash.addFlashAttribute("said", "Stored.");
            return "redirect:/spots/" + id;
        } catch (PlaceService.NameTakenException e) {
            return spot(page, form, Map.of("name", e.getMessage()));
        }
    }

    @PostMapping("/places/{id}/picture")
    String picture(@PathVariable long id, @RequestParam MultipartFile file, Principal me, RedirectAttributes flash)
            throws IOException {
        get(id);
        try {
            places.picture(id, Picture.of(file.getBytes()), me.getName());
            flash.addFlashAttribute("said", "Choose a spot below, then click where it lies on the picture.");
        } catch (IllegalArgumentException e) {
            flash.addFlashAttribute("refused", e.getMessage() + ".");
        }
        return "redirect:/places/" + id;
    }

    @PostMapping("/spots/{id}/photo")
    String photo(@PathVariable long id, @RequestParam MultipartFile file, Principal me, RedirectAttributes flash)
            throws IOException {
        spotOf(id);
        try {
            places.photo(id, Picture.of(file.getBytes()), me.getName());
            flash.addFlashAttribute("said", "The photo is stored.");
        } catch (IllegalArgumentException e) {
            flash.addFlashAttribute("refused", e.getMessage() + ".");
        }
        return "redirect:/spots/" + id;
    }

    @GetMapping("/places/{id}/picture")
    ResponseEntity<byte[]> picture(@PathVariable long id) {
        return image(places.pictureOf(id));
    }

    @GetMapping("/spots/{id}/photo")
    ResponseEntity<byte[]> photo(@PathVariable long id) {
        return image(places.photoOf(id));
    }

    /** Its address has a stamp, so that it may be kept for long. */
    private static ResponseEntity<byte[]> image(Optional<PlaceService.StoredPicture> picture) {
        PlaceService.StoredPicture p = picture.orElseThrow(() -> new NotThereException("There is no picture."));
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(p.type()))
                .header("X-Content-Type-Options", "nosniff")
                .cacheControl(CacheControl.maxAge(Duration.ofDays(30)).cachePrivate())
                .body(p.bytes());
    }

    /** @param x share of the picture's width, as {@code y} of its height; blank takes the spot off the picture */
    @PostMapping("/spots/{id}/draw")
    String draw(
            @PathVariable long id,
            @RequestParam(required = false) Double x,
            @RequestParam(required = false) Double y,
            Principal me) {
        Spot spot = spotOf(id);
        boolean on = x != null && y != null && x >= 0 && x <= 1 && y >= 0 && y <= 1;
        places.draw(id, on ? x : null, on ? y : null, me.getName());
        return "redirect:/places/" + spot.siteId();
    }

    @GetMapping("/places.csv")
    ResponseEntity<byte[]> csv() {
        return file(exchange.csv(), "text/csv;charset=UTF-8", "places.csv");
    }

    @GetMapping("/places.geojson")
    ResponseEntity<byte[]> geoJson() {
        return file(exchange.geoJson(), "application/geo+json", "places.geojson");
    }

    private static ResponseEntity<byte[]> file(String text, String type, String name) {
        return ResponseEntity.ok()
                .header("Content-Type", type)
                .header("Content-Disposition", "attachment; filename=\"" + name + "\"")
                .body(text.getBytes(StandardCharsets.UTF_8));
    }

    @PostMapping("/places/import")
    String take(@RequestParam MultipartFile file, Principal me, Model page, RedirectAttributes flash)
            throws IOException {
        try {
            PlaceExchange.Taken taken = exchange.take(
                    new String(file.getBytes(), StandardCharsets.UTF_8),
                    name -> plans.all().stream()
                            .filter(p -> p.name().equals(name))
                            .map(StoredPlan::id)
                            .findFirst(),
                    me.getName());
            flash.addFlashAttribute(
                    "said",
                    show.counted(taken.newSites(), "new site") + ", " + show.counted(taken.newSpots(), "new spot")
                            + ", " + taken.changed() + " brought up to date.");
        } catch (PlaceExchange.UnreadableException e) {
            flash.addFlashAttribute("refused", "Nothing was taken in.");
            flash.addFlashAttribute("lines", new ArrayList<>(e.errors()));
        }
        return "redirect:/places";
    }

    private Site get(long id) {
        return places.site(id).orElseThrow(() -> new NotThereException("There is no site " + id + "."));
    }

    private Spot spotOf(long id) {
        return places.spot(id).orElseThrow(() -> new NotThereException("There is no spot " + id + "."));
    }
}
