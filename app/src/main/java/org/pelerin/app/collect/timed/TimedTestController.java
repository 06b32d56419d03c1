package org.pelerin.app.collect.timed;

import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.collect.live.LiveRecording;
import org.pelerin.app.collect.live.LiveRecordings;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Newest;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.stats.ElapsedRatio;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Timed tests: begun on a connected logger, watched, repeated, listed. */
@Controller
class TimedTestController {

    private final TimedTests tests;
    private final LiveRecordings recordings;
    private final MissionQueries missions;
    private final Dock dock;

    TimedTestController(TimedTests tests, LiveRecordings recordings, MissionQueries missions, Dock dock) {
        this.tests = tests;
        this.recordings = recordings;
        this.missions = missions;
        this.dock = dock;
    }

    @GetMapping("/tests")
    String list(Model page) {
        List<TimedTest> all = tests.newest();
        page.addAttribute("room", "dock");
        page.addAttribute("tests", all);
        return "collect/timed/list";
    }

    /** @param repeat a test whose settings are proposed */
    @GetMapping("/dock/{serial}/test")
    String form(
            @PathVariable String serial,
            @ModelAttribute("form") TimedTestForm form,
            @RequestParam(required = false) Long repeat,
            Model page) {
        Optional.ofNullable(repeat).flatMap(tests::find).ifPresent(t -> again(t, form));
        return form(serial, form, Map.of(), page);
    }

    private void again(TimedTest t, TimedTestForm form) {
        form.subject = t.subject();
        form.channel = t.channel();
        tests.curve(t).ifPresent(c -> {
            form.every = FieldReader.plain(c.every());
            form.length = FieldReader.plain(c.all());
        });
        form.minute = t.elapsed().contains(ElapsedRatio.MINUTE);
        form.tenMinutes = t.elapsed().contains(ElapsedRatio.TEN_MINUTES);
        form.own = String.join(
                ", ",
                t.elapsed().stream()
                        .filter(r -> !r.equals(ElapsedRatio.MINUTE) && !r.equals(ElapsedRatio.TEN_MINUTES))
                        .map(r -> FieldReader.plain(r.late()) + " / " + FieldReader.plain(r.early()))
                        .toList());
    }

    private String form(String serial, TimedTestForm form, Map<String, String> errors, Model page) {
        Plan plan = recordings.settings(serial, Duration.ofSeconds(1));
        page.addAttribute("room", "dock");
        page.addAttribute("serial", serial);
        page.addAttribute("form", form);
        page.addAttribute("errors", errors);
        page.addAttribute("held", dock.get(serial).missionsHeld());
        page.addAttribute(
                "channels",
                plan.enabled().stream().map(i -> plan.channels().get(i).label()).toList());
        return "collect/timed/form";
    }

    @PostMapping("/dock/{serial}/test")
    String begin(
            @PathVariable String serial,
            @ModelAttribute("form") TimedTestForm form,
            Principal me,
            Model page,
            RedirectAttributes flash) {
        dock.get(serial);
        FieldReader read = new FieldReader();
        String subject = form.subject(read);
        Duration every = form.every(read);
        Duration length = form.length(read, every);
        List<ElapsedRatio> ratios = form.ratios(read, length);
        if (!read.errors().isEmpty()) {
            return form(serial, form, read.errors(), page);
        }
        Plan plan = recordings.settings(serial, every);
        try {
            long id = tests.begin(
                    serial, plan, TimedTests.readings(length, every), subject, form.channel, ratios, me.getName());
            return "redirect:/tests/" + id;
        } catch (DuplicateKeyException e) {
            Optional<LiveRecording> active = recordings.active(serial);
            flash.addFlashAttribute(
                    "refused",
                    active.isPresent()
                            ? Texts.of("collect.timed.timedTestController.liveReadingsOfThisLogger")
                            : Texts.of("collect.timed.timedTestController.anotherTestOfThisLogger"));
            return active.map(r -> "redirect:/live-recordings/" + r.id()).orElse("redirect:/dock/" + serial + "/test");
        }
    }

    @GetMapping("/tests/{id}")
    String test(@PathVariable long id, ShownUnits inUnits, Model page) {
        fill(get(id), inUnits, page);
        return "collect/timed/test";
    }

    /** @param v version that the browser has; nothing is sent if it is still the newest */
    @GetMapping("/tests/{id}/state")
    String state(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String v,
            ShownUnits inUnits,
            Model page,
            HttpServletResponse response) {
        fill(get(id), inUnits, page);
        return Newest.view("collect/timed/test :: state", v, page, response);
    }

    private void fill(TimedTest t, ShownUnits inUnits, Model page) {
        Optional<LiveRecording> r = tests.recording(t);
        Optional<Curve> curve = tests.curve(t);
        page.addAttribute("room", "dock");
        page.addAttribute("t", t);
        page.addAttribute("recording", r.orElse(null));
        page.addAttribute("going", r.isPresent() && !r.get().state().over());
        page.addAttribute("curve", curve.map(c -> c.shown(inUnits)).orElse(null));
        page.addAttribute(
                "quotients",
                curve.map(c -> c.quotients(t.elapsed()).stream()
                                .map(q -> q.shown(Unit.of(c.unit()).shown(inUnits)))
                                .toList())
                        .orElse(List.of()));
        page.addAttribute(
                "version",
                Integer.toHexString(List.of(
                                r.map(LiveRecording::toString).orElse(""),
                                curve.map(c -> c.values().size()).orElse(0))
                        .hashCode()));
    }

    @PostMapping("/tests/{id}/stop")
    String stop(@PathVariable long id, Principal me) {
        TimedTest t = get(id);
        if (t.recordingId() != null) {
            recordings.stop(t.recordingId(), me.getName());
        }
        return "redirect:/tests/" + id;
    }

    @PostMapping("/tests/{id}/remove")
    String remove(@PathVariable long id, Principal me, RedirectAttributes flash) {
        TimedTest t = get(id);
        tests.remove(t, me.getName());
        flash.addFlashAttribute(
                "said", Texts.of("collect.timed.timedTestController.isRemovedFromTheList", "name", t.name()));
        return "redirect:/tests";
    }

    /** Of a mission that came home, be it from the logger's memory. */
    @GetMapping("/missions/{id}/test")
    String ofMission(@PathVariable long id, @ModelAttribute("form") TimedTestForm form, Model page) {
        return ofMission(mission(id), form, Map.of(), page);
    }

    private String ofMission(Mission m, TimedTestForm form, Map<String, String> errors, Model page) {
        page.addAttribute("room", "missions");
        page.addAttribute("m", m);
        page.addAttribute("form", form);
        page.addAttribute("errors", errors);
        page.addAttribute("channels", tests.channels(m));
        return "collect/timed/mission";
    }

    @PostMapping("/missions/{id}/test")
    String keepOfMission(@PathVariable long id, @ModelAttribute("form") TimedTestForm form, Principal me, Model page) {
        Mission m = mission(id);
        FieldReader read = new FieldReader();
        String subject = form.subject(read);
        List<ElapsedRatio> ratios = form.ratios(
                read, Duration.between(m.records().firstAt(), m.records().lastAt()));
        if (!tests.channels(m).contains(form.channel)) {
            read.wrong("channel", Texts.of("collect.timed.timedTestController.chooseAChannel"));
        }
        return read.errors().isEmpty()
                ? "redirect:/tests/" + tests.of(m, subject, form.channel, ratios, me.getName())
                : ofMission(m, form, read.errors(), page);
    }

    private Mission mission(long id) {
        return missions.find(id)
                .filter(m -> m.records().firstAt() != null)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("collect.timed.timedTestController.missionIsNotCollectedYet", "id", id)));
    }

    private TimedTest get(long id) {
        return tests.find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("collect.timed.timedTestController.thereIsNoTimedTest", "id", id)));
    }
}
