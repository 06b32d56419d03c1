package org.pelerin.app.loggers.calibration;

import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.loggers.registry.LoggerUnit;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.exchange.CorrectionDocument;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.PlanFields;
import org.pelerin.core.sensor.Correction;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The certificates of one logger. */
@Controller
class CalibrationController {

    private final CalibrationService calibrations;
    private final LoggerRegistry loggers;
    private final Clock clock;
    private final Formats show;
    private final CalibrationNotice notice;

    CalibrationController(
            CalibrationService calibrations,
            LoggerRegistry loggers,
            Clock clock,
            Formats show,
            CalibrationNotice notice) {
        this.notice = notice;
        this.calibrations = calibrations;
        this.loggers = loggers;
        this.clock = clock;
        this.show = show;
    }

    /** A channel with what holds for it; {@code calibration} is null where it was never calibrated. */
    record Row(int channel, String label, Calibration calibration, String correction, String state) {}

    /** @param channel for which the next certificate is proposed, from 0 */
    @GetMapping("/loggers/{serial}/calibration")
    String page(@PathVariable String serial, @RequestParam(defaultValue = "0") int channel, Model page) {
        Correction holding = calibrations.newest(serial).stream()
                .filter(c -> c.channel() == channel)
                .findFirst()
                .map(c -> CorrectionDocument.read(c.correction()))
                .orElse(Correction.NONE);
        CalibrationForm form = CalibrationForm.after(channel, holding);
        form.seen = calibrations.newestNumber(serial);
        return fill(serial, form, new FieldReader(), page);
    }

    @PostMapping("/loggers/{serial}/calibration")
    String save(
            @PathVariable String serial,
            @ModelAttribute CalibrationForm form,
            Principal me,
            Model page,
            RedirectAttributes flash) {
        FieldReader typed = new FieldReader();
        Instant done = CalibrationForm.day("calibrated", form.calibrated, show.home(), typed);
        Instant due = CalibrationForm.day("due", form.due, show.home(), typed);
        Correction correction = form.correction(typed);
        if (form.certificate.isBlank() || Length.CERTIFICATE.exceeded(form.certificate)) {
            typed.wrong(
                    "certificate",
                    Texts.of(
                            "loggers.calibration.calibrationController.enterTheNumberOfThe",
                            "most",
                            Length.CERTIFICATE.most()));
        }
        if (done == null) {
            typed.wrong("calibrated", Texts.of("loggers.calibration.calibrationController.enterTheDateOfThe"));
        } else if (done.isAfter(clock.instant())) {
            typed.wrong("calibrated", Texts.of("loggers.calibration.calibrationController.theDateLiesInThe"));
        } else if (due != null && !due.isAfter(done)) {
            typed.wrong("due", Texts.of("loggers.calibration.calibrationController.theDueDateMustBe"));
        }
        typed.text("reason", form.reason, Length.REASON);
        if (form.channel < 0 || form.channel >= model(serial).channels().size()) {
            typed.wrong("channel", Texts.of("loggers.calibration.calibrationController.thereIsNoSuchChannel"));
        }
        if (typed.errors().isEmpty()) {
            try {
                calibrations.save(
                        serial,
                        form.channel,
                        form.certificate.strip(),
                        done,
                        due,
                        correction,
                        form.reason.strip(),
                        form.seen,
                        me.getName());
                flash.addFlashAttribute(
                        "said", Texts.of("loggers.calibration.calibrationController.savedItAppliesFromThe"));
                return "redirect:/loggers/" + serial + "/calibration";
            } catch (IllegalArgumentException e) {
                typed.wrong("reason", e.getMessage());
            } catch (ChangedMeanwhileException e) {
                meanwhile(serial, form, correction, page);
            }
        }
        return fill(serial, form, typed, page);
    }

    /** What the certificate says that somebody else noted for the channel. */
    private void meanwhile(String serial, CalibrationForm form, Correction typed, Model page) {
        Calibration now = calibrations.newest(serial).stream()
                .filter(c -> c.channel() == form.channel)
                .findFirst()
                .orElseThrow();
        page.addAttribute(
                "meanwhile",
                new SavedMeanwhile(
                        now.savedBy(),
                        now.savedAt(),
                        SavedMeanwhile.differences(
                                shown(now.certificate(), CorrectionDocument.read(now.correction()), now.reason()),
                                shown(form.certificate, typed, form.reason))));
        form.seen = calibrations.newestNumber(serial);
    }

    private static Map<String, String> shown(String certificate, Correction correction, String reason) {
        return SavedMeanwhile.fields(
                Texts.of("loggers.calibration.calibrationController.certificate"),
                certificate,
                Texts.of("loggers.calibration.calibrationController.correction"),
                PlanFields.correction(correction),
                Texts.of("loggers.calibration.calibrationController.reasonForTheChange"),
                reason);
    }

    private LoggerModel model(String serial) {
        LoggerUnit unit = loggers.find(serial)
                .orElseThrow(() -> new NotThereException(Texts.of(
                        "loggers.calibration.calibrationController.loggerWasNeverConnected", "serial", serial)));
        return ModelCatalogue.get(unit.model());
    }

    private String fill(String serial, CalibrationForm form, FieldReader typed, Model page) {
        LoggerModel model = model(serial);
        List<Calibration> newest = calibrations.newest(serial);
        List<Row> rows = IntStream.range(0, model.channels().size())
                .mapToObj(i -> row(
                        i,
                        model.channels().get(i).label(),
                        newest.stream()
                                .filter(c -> c.channel() == i)
                                .findFirst()
                                .orElse(null)))
                .toList();
        page.addAttribute("room", "dock");
        page.addAttribute("serial", serial);
        page.addAttribute("model", model);
        page.addAttribute("form", form);
        page.addAttribute("errors", typed.errors());
        page.addAttribute("rows", rows);
        page.addAttribute(
                "lapsed", rows.stream().filter(r -> r.state.equals("lapsed")).count());
        page.addAttribute(
                "soon", rows.stream().filter(r -> r.state.equals("soon")).count());
        page.addAttribute("history", calibrations.history(serial));
        return "loggers/calibration/logger";
    }

    private Row row(int channel, String label, Calibration c) {
        if (c == null) {
            return new Row(channel, label, null, Texts.of("core.plan.planFields.none"), "never");
        }
        Instant now = clock.instant();
        String state = c.dueAt() == null
                ? "holds"
                : c.dueAt().isBefore(now) ? "lapsed" : c.dueAt().isBefore(now.plus(notice.ahead())) ? "soon" : "holds";
        return new Row(channel, label, c, PlanFields.correction(CorrectionDocument.read(c.correction())), state);
    }
}
