package org.pelerin.app.loggers.library;

import java.security.Principal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.FormMark;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.Firmware;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.model.StartKind;
import org.pelerin.core.model.StopKind;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.sensor.ThermocoupleType;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Models and sensors: what there is to choose from. */
@Controller
class LibraryController {

    private static final List<Input> INPUTS =
            Arrays.stream(Input.values()).filter(Input::wired).toList();

    private final SensorLibrary sensors;

    LibraryController(SensorLibrary sensors) {
        this.sensors = sensors;
    }

    @GetMapping("/library")
    String models(Model page) {
        page.addAttribute("room", "library");
        page.addAttribute("models", ModelCatalogue.all());
        return "loggers/library/models";
    }

    @GetMapping("/library/models/{id}")
    String model(@PathVariable String id, Model page) {
        LoggerModel model = ModelCatalogue.find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("loggers.library.libraryController.thereIsNoLoggerModel", "id", id)));
        page.addAttribute("room", "library");
        page.addAttribute("model", model);
        page.addAttribute("groups", groups(model));
        page.addAttribute("features", features(model));
        return "loggers/library/model";
    }

    /** What came with later firmware, as people say it. */
    private static Map<String, Firmware> features(LoggerModel model) {
        Map<String, Firmware> out = new TreeMap<>();
        model.firmware().needs().forEach((feature, firmware) -> out.put(words(feature), firmware));
        return out;
    }

    private static String words(String feature) {
        String kind = feature.substring(feature.indexOf('.') + 1).toUpperCase(Locale.ROOT);
        if (feature.startsWith("start.")) {
            return Texts.of(
                    "loggers.library.libraryController.startValueOf",
                    "valueOf",
                    StartKind.valueOf(kind).words());
        }
        return feature.startsWith("stop.")
                ? Texts.of(
                        "loggers.library.libraryController.endValueOf",
                        "valueOf",
                        StopKind.valueOf(kind).words())
                : feature.equals("alarm.allowance")
                        ? Texts.of("loggers.library.libraryController.alarmOnTotalTimeOutside")
                        : feature;
    }

    /** Channels that are alike but for their label. */
    record Group(int from, int to, ChannelModel first, ChannelModel last) {}

    private static List<Group> groups(LoggerModel model) {
        List<Group> out = new ArrayList<>();
        for (int i = 0; i < model.channels().size(); i++) {
            ChannelModel c = model.channels().get(i);
            Group before = out.isEmpty() ? null : out.get(out.size() - 1);
            if (before != null
                    && before.first.inputs().equals(c.inputs())
                    && before.first.quantity().equals(c.quantity())
                    && before.first.chargePerSample() == c.chargePerSample()) {
                out.set(out.size() - 1, new Group(before.from, i + 1, before.first, c));
            } else {
                out.add(new Group(i + 1, i + 1, c, c));
            }
        }
        return out;
    }

    /** A sensor in the list. */
    record Row(Sensor sensor, String scaling, boolean ready) {}

    @GetMapping("/library/sensors")
    String sensors(Model page) {
        page.addAttribute("room", "library");
        page.addAttribute(
                "sensors",
                sensors.all().stream()
                        .map(s -> new Row(s, ScalingPreview.words(s), sensors.ready(s.name())))
                        .toList());
        return "loggers/library/sensors";
    }

    /**
     * @param from name of a sensor to begin with
     * @param back whether somebody waits with a plan in another tab
     */
    @GetMapping("/library/sensors/edit")
    String edit(
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "false") boolean back,
            Model page) {
        page.addAttribute("back", back);
        SensorForm form = sensors.find(from).map(SensorForm::of).orElseGet(SensorForm::new);
        if (sensors.ready(from)) {
            form.name = "";
        }
        mark(form);
        return show(page, form, new FieldReader());
    }

    /** What the form as it stands makes of raw values; changes nothing. */
    @PostMapping("/library/sensors/preview")
    String preview(@ModelAttribute SensorForm form, Model page) {
        FieldReader typed = new FieldReader();
        form.parse(typed);
        show(page, form, typed);
        return "loggers/library/sensor :: both";
    }

    /** @param back whether somebody waits with a plan in another tab */
    @PostMapping("/library/sensors")
    String save(
            @ModelAttribute SensorForm form,
            @RequestParam(defaultValue = "false") boolean back,
            Principal me,
            Model page,
            RedirectAttributes flash) {
        FieldReader typed = new FieldReader();
        Sensor sensor = form.parse(typed);
        if (sensor != null) {
            try {
                // under another name than it was opened with, it is saved over nothing that was seen
                String seen = sensor.name().equals(form.seenName) ? form.seen : FormMark.of("");
                sensors.save(sensor, seen, me.getName());
                flash.addFlashAttribute(
                        "said",
                        Texts.of("loggers.library.libraryController.isSavedInTheLibrary", "name", sensor.name()));
                if (back) {
                    flash.addFlashAttribute("made", sensor.name());
                }
                return "redirect:/library/sensors";
            } catch (IllegalArgumentException e) {
                typed.wrong("name", e.getMessage());
            } catch (ChangedMeanwhileException e) {
                page.addAttribute(
                        "meanwhile",
                        SavedMeanwhile.of(
                                sensors.lastChange(sensor.name()),
                                sensors.find(sensor.name())
                                        .map(LibraryController::shown)
                                        .orElse(Map.of()),
                                shown(sensor)));
                mark(form);
            }
        }
        page.addAttribute("back", back);
        return show(page, form, typed);
    }

    private void mark(SensorForm form) {
        form.seenName = form.name.strip();
        form.seen = sensors.mark(form.seenName);
    }

    private static Map<String, String> shown(Sensor s) {
        return SavedMeanwhile.fields(
                Texts.of("loggers.library.libraryController.signal"),
                s.input().words(),
                Texts.of("loggers.library.libraryController.scaling"),
                ScalingPreview.words(s),
                Texts.of("loggers.library.libraryController.unit"),
                s.unit(),
                Texts.of("loggers.library.libraryController.range"),
                Texts.of(
                        "loggers.library.libraryController.plainToPlain2",
                        "plain",
                        FieldReader.plain(s.low()),
                        "plain2",
                        FieldReader.plain(s.high())),
                Texts.of("loggers.library.libraryController.decimals"),
                s.decimals(),
                Texts.of("loggers.library.libraryController.supply"),
                s.supply() == null ? "" : s.supply(),
                Texts.of("loggers.library.libraryController.wires"),
                s.wires(),
                Texts.of("loggers.library.libraryController.leadResistance"),
                FieldReader.plain(s.leadOhms()),
                Texts.of("loggers.library.libraryController.shuntResistance"),
                FieldReader.plain(s.shuntOhms()));
    }

    @PostMapping("/library/sensors/delete")
    String delete(@RequestParam String name, Principal me, RedirectAttributes flash) {
        sensors.delete(name, me.getName());
        flash.addFlashAttribute(
                "said", Texts.of("loggers.library.libraryController.isDeletedFromTheLibrary", "name", name));
        return "redirect:/library/sensors";
    }

    private String show(Model page, SensorForm form, FieldReader typed) {
        if (!form.scalings().contains(form.scaling)) {
            form.scaling = form.scalings().get(0);
        }
        Scaling scaling = form.scaling(typed);
        page.addAttribute("room", "library");
        page.addAttribute("form", form);
        page.addAttribute("inputs", INPUTS);
        page.addAttribute("types", ThermocoupleType.values());
        page.addAttribute("preview", ScalingPreview.of(form, scaling, typed));
        page.addAttribute("errors", typed.errors());
        return "loggers/library/sensor";
    }
}
