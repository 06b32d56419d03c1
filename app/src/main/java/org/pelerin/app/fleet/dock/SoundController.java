package org.pelerin.app.fleet.dock;

import java.security.Principal;
import java.util.List;
import java.util.Locale;
import org.pelerin.app.deployment.prepare.check.SoundCheck;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.link.LinkException;
import org.pelerin.link.message.RefusedException;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What a connected sound logger hears, and its check against a calibrator. */
@Controller
class SoundController {

    private final SoundCheck sound;
    private final Dock dock;

    SoundController(SoundCheck sound, Dock dock) {
        this.sound = sound;
        this.dock = dock;
    }

    @GetMapping("/dock/{serial}/spectrum")
    String spectrum(@PathVariable String serial, Model page) {
        try {
            page.addAttribute("bars", sound.spectrum(serial));
        } catch (Dock.NotConnectedException | LinkException | RefusedException e) {
            page.addAttribute("bars", List.of());
        }
        return "dock/spectrum :: spectrum";
    }

    @PostMapping("/dock/{serial}/calibrator")
    String calibrator(
            @PathVariable String serial,
            @RequestParam String reference,
            @RequestParam(defaultValue = "false") boolean keep,
            Principal me,
            RedirectAttributes flash) {
        dock.get(serial);
        FieldReader typed = new FieldReader();
        double level = typed.needed("reference", reference, 94);
        if (!typed.errors().isEmpty() || level < 60 || level > 130) {
            flash.addFlashAttribute("refused", Texts.of("fleet.dock.soundController.enterTheCalibratorsLevel60"));
            return "redirect:/dock/" + serial;
        }
        try {
            SoundCheck.Deviation d = keep ? sound.record(serial, level, me.getName()) : sound.measure(serial, level);
            flash.addFlashAttribute(
                    "said",
                    String.format(
                            Locale.ROOT,
                            "For %.1f dB it reads %.1f dB: %+.1f dB. %s",
                            level,
                            d.reading(),
                            d.deviation(),
                            keep
                                    ? Texts.of("fleet.dock.soundController.savedWithItsCalibrationIt")
                                    : d.acceptable()
                                            ? Texts.of("fleet.dock.soundController.nothingWasChanged")
                                            : Texts.of("fleet.dock.soundController.thisIsMoreThanA")));
        } catch (IllegalArgumentException | LinkException | RefusedException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
        }
        return "redirect:/dock/" + serial;
    }
}
