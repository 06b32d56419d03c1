package org.pelerin.app.organisation;

import java.io.IOException;
import java.security.Principal;
import java.util.Map;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The house, for administrators; its logo for everybody, as reports show it. */
@Controller
class HouseController {

    private final HouseService house;

    HouseController(HouseService house) {
        this.house = house;
    }

    @GetMapping("/admin/organisation")
    String page(Model page) {
        page.addAttribute("room", "accounts");
        if (!page.containsAttribute("house")) {
            page.addAttribute("house", house.house());
        }
        if (!page.containsAttribute("attention")) {
            page.addAttribute("attention", AttentionForm.of(house.house().attention()));
        }
        page.addAttribute("logo", house.logo().isPresent());
        page.addAttribute("papers", House.Paper.values());
        page.addAttribute("factors", House.FactorFor.values());
        return "house/house";
    }

    @PostMapping("/admin/organisation")
    String change(
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String address,
            @RequestParam House.Paper paper,
            @RequestParam(defaultValue = "false") boolean fourEyes,
            @RequestParam(defaultValue = "NOBODY") House.FactorFor factorFor,
            @ModelAttribute AttentionForm attention,
            @RequestParam int version,
            Principal me,
            Model page,
            RedirectAttributes flash) {
        FieldReader read = new FieldReader();
        House wanted = new House(
                read.text("name", name, Length.HOUSE_NAME),
                read.text("address", address, Length.HOUSE_ADDRESS),
                paper,
                fourEyes,
                factorFor,
                attention.read(read, house.house().attention()),
                version);
        page.addAttribute("attention", attention);
        if (!read.errors().isEmpty()) {
            page.addAttribute("house", wanted);
            page.addAttribute("errors", read.errors());
            return page(page);
        }
        try {
            house.change(wanted, me.getName());
        } catch (ChangedMeanwhileException e) {
            House now = house.house();
            page.addAttribute("meanwhile", SavedMeanwhile.of(house.lastChange(), shown(now), shown(wanted)));
            page.addAttribute(
                    "house",
                    new House(
                            wanted.name(),
                            wanted.address(),
                            wanted.paper(),
                            wanted.fourEyes(),
                            wanted.factorFor(),
                            wanted.attention(),
                            now.version()));
            return page(page);
        }
        flash.addFlashAttribute("said", Texts.of("organisation.houseController.savedReportsAndTheTo"));
        return "redirect:/admin/organisation";
    }

    private static Map<String, String> shown(House h) {
        return SavedMeanwhile.fields(
                Texts.of("organisation.houseController.nameOfTheOrganisation"),
                h.name(),
                Texts.of("organisation.houseController.address"),
                h.address(),
                Texts.of("organisation.houseController.paper"),
                h.paper().words(),
                Texts.of("organisation.houseController.fourEyes"),
                Texts.of(h.fourEyes() ? "organisation.houseController.yes" : "organisation.houseController.no"),
                Texts.of("organisation.houseController.secondFactor"),
                h.factorFor().words(),
                Texts.of("organisation.houseController.clockTolerance"),
                AttentionForm.of(h.attention()).clock(),
                Texts.of("organisation.houseController.nextVisitWithin"),
                Texts.of(
                        "organisation.houseController.toDaysDays",
                        "toDays",
                        h.attention().visitWithin().toDays()),
                Texts.of("organisation.houseController.startWithin"),
                Texts.of(
                        "organisation.houseController.toHoursHours",
                        "toHours",
                        h.attention().startWithin().toHours()),
                Texts.of("organisation.houseController.calibrationNotice"),
                Texts.of(
                        "organisation.houseController.toDaysDays",
                        "toDays",
                        h.attention().calibrationAhead().toDays()),
                Texts.of("organisation.houseController.contactWithin"),
                Texts.of(
                        "organisation.houseController.toDaysDays",
                        "toDays",
                        h.attention().seenWithin().toDays()));
    }

    @PostMapping("/admin/organisation/logo")
    String logo(@RequestParam MultipartFile file, Principal me, RedirectAttributes flash) throws IOException {
        house.logo(file.getBytes(), me.getName());
        flash.addFlashAttribute("said", Texts.of("organisation.houseController.theLogoIsOnEvery"));
        return "redirect:/admin/organisation";
    }

    @PostMapping("/admin/organisation/logo/remove")
    String removeLogo(Principal me, RedirectAttributes flash) {
        house.removeLogo(me.getName());
        flash.addFlashAttribute("said", Texts.of("organisation.houseController.reportsHaveNoLogoFrom"));
        return "redirect:/admin/organisation";
    }

    @GetMapping("/organisation/logo")
    ResponseEntity<byte[]> logo() {
        Logo logo = house.logo()
                .orElseThrow(() -> new NotThereException(Texts.of("organisation.houseController.thereIsNoLogo")));
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(logo.type()))
                .cacheControl(CacheControl.noStore())
                .body(logo.bytes());
    }
}
