package org.pelerin.app.fleet.dock;

import java.security.Principal;
import java.util.Map;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.loggers.care.LoggerCare;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.loggers.registry.LoggerUnit;
import org.pelerin.app.platform.language.StoredTexts;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.core.model.Firmware;
import org.pelerin.link.message.RefusedException;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Care for one connected logger: name, PIN, firmware, outputs. */
@Controller
class CareController {

    private final LoggerCare care;
    private final LoggerRegistry registry;
    private final Dock dock;

    CareController(LoggerCare care, LoggerRegistry registry, Dock dock) {
        this.care = care;
        this.registry = registry;
        this.dock = dock;
    }

    @PostMapping("/dock/{serial}/describe")
    String describe(
            @PathVariable String serial,
            @RequestParam String ownName,
            @RequestParam String remarks,
            @RequestParam(required = false) String seen,
            Principal me,
            RedirectAttributes flash) {
        if (Length.OWN_NAME.exceeded(ownName) || Length.LOGGER_REMARKS.exceeded(remarks)) {
            flash.addFlashAttribute(
                    "refused",
                    Texts.of(
                            "fleet.dock.careController.aNicknameHasUpTo",
                            "most",
                            Length.OWN_NAME.most(),
                            "most2",
                            Length.LOGGER_REMARKS.most()));
        } else {
            try {
                registry.describe(serial, ownName.strip(), remarks.strip(), seen, me.getName());
                flash.addFlashAttribute("said", Texts.of("fleet.dock.careController.saved"));
            } catch (ChangedMeanwhileException e) {
                LoggerUnit now = registry.find(serial).orElseThrow();
                flash.addFlashAttribute("refused", Texts.sentence(StoredTexts.read(e.getMessage())));
                flash.addFlashAttribute(
                        "meanwhile",
                        SavedMeanwhile.of(
                                registry.lastDescribed(serial),
                                shown(now.ownName(), now.remarks()),
                                shown(ownName, remarks)));
            }
        }
        return "redirect:/dock/" + serial;
    }

    private static Map<String, String> shown(String ownName, String remarks) {
        return SavedMeanwhile.fields(
                Texts.of("fleet.dock.careController.name"),
                ownName,
                Texts.of("fleet.dock.careController.remarks"),
                remarks);
    }

    @PostMapping("/dock/{serial}/firmware")
    String firmware(
            @PathVariable String serial,
            @RequestParam(defaultValue = "") String pin,
            Principal me,
            RedirectAttributes flash) {
        dock.get(serial);
        try {
            Firmware now = care.update(serial, pin.strip(), me.getName());
            flash.addFlashAttribute("said", Texts.of("fleet.dock.careController.sentAndVerifiedTheLogger", "now", now));
        } catch (RefusedException | LoggerCare.UpdateFailedException e) {
            flash.addFlashAttribute(
                    "refused",
                    Texts.of(
                            "fleet.dock.careController.theFirmwareWasNotChanged",
                            "reason",
                            StoredTexts.read(e.getMessage())));
        }
        return "redirect:/dock/" + serial;
    }

    @PostMapping("/dock/{serial}/pin")
    String pin(
            @PathVariable String serial,
            @RequestParam(defaultValue = "") String pin,
            @RequestParam(defaultValue = "") String wanted,
            Principal me,
            RedirectAttributes flash) {
        dock.get(serial);
        if (!wanted.strip().matches("\\d{0,8}")) {
            flash.addFlashAttribute("refused", Texts.of("fleet.dock.careController.aPinHas1To"));
            return "redirect:/dock/" + serial;
        }
        try {
            care.setPin(serial, pin.strip(), wanted.strip(), me.getName());
            flash.addFlashAttribute(
                    "said",
                    wanted.isBlank()
                            ? Texts.of("fleet.dock.careController.thePinIsRemoved")
                            : Texts.of("fleet.dock.careController.thePinIsSetIt"));
        } catch (RefusedException e) {
            flash.addFlashAttribute("refused", Texts.sentence(StoredTexts.read(e.getMessage())));
        }
        return "redirect:/dock/" + serial;
    }

    /** Under {@code /admin}, which only administrators reach. */
    @PostMapping("/admin/dock/{serial}/clear-pin")
    String clearPin(@PathVariable String serial, Principal me, RedirectAttributes flash) {
        dock.get(serial);
        care.clearPin(serial, me.getName());
        flash.addFlashAttribute("said", Texts.of("fleet.dock.careController.thePinIsRemovedThis"));
        return "redirect:/dock/" + serial;
    }

    @PostMapping("/dock/{serial}/try")
    String tryOutput(@PathVariable String serial, @RequestParam String output, Principal me, RedirectAttributes flash) {
        if (!LoggerCare.outputs(dock.get(serial).model()).contains(output)) {
            flash.addFlashAttribute("refused", Texts.of("fleet.dock.careController.theLoggerHasNoSuch"));
            return "redirect:/dock/" + serial;
        }
        try {
            care.tryOutput(serial, output, me.getName());
            flash.addFlashAttribute("said", Texts.of("fleet.dock.careController.theOutputWasSwitchedOn"));
        } catch (RefusedException e) {
            flash.addFlashAttribute("refused", Texts.sentence(StoredTexts.read(e.getMessage())));
        }
        return "redirect:/dock/" + serial;
    }
}
