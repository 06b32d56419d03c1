package org.pelerin.app.collect.live;

import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Newest;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.plan.MeasuredChannel;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.RecordConverter;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Keeping what the live view shows. */
@Controller
class LiveRecordingController {

    private static final int SHOWN = 240;
    private static final int LISTED = 8;
    static final int WIDTH = 640;
    static final int HEIGHT = 90;

    private final LiveRecordings recordings;
    private final Dock dock;

    LiveRecordingController(LiveRecordings recordings, Dock dock) {
        this.recordings = recordings;
        this.dock = dock;
    }

    /** One channel's line in the growing chart. */
    record Trace(String label, String unit, int decimals, String path, double last, String least, String greatest) {}

    @PostMapping("/dock/{serial}/record")
    String order(
            @PathVariable String serial,
            @RequestParam(defaultValue = "5 s") String every,
            @RequestParam(defaultValue = "") String most,
            @RequestParam(defaultValue = "") String lasting,
            @RequestParam(defaultValue = "") String low,
            @RequestParam(defaultValue = "") String high,
            @RequestParam(required = false) Long spot,
            ShownUnits inUnits,
            Principal me,
            RedirectAttributes flash) {
        dock.get(serial);
        FieldReader typed = new FieldReader();
        Duration interval = typed.duration("every", every);
        Long times = times(typed, interval, most, lasting);
        Double from = typed.number("low", low);
        Double to = typed.number("high", high);
        if (interval.compareTo(LiveRecordings.SHORTEST) < 0 || interval.compareTo(LiveRecordings.LONGEST) > 0) {
            typed.wrong("every", Texts.of("collect.live.liveRecordingController.chooseAnIntervalFrom1"));
        }
        if ((from == null) != (to == null) || from != null && from >= to) {
            typed.wrong("low", Texts.of("collect.live.liveRecordingController.enterALowerAndA"));
        }
        if (!typed.errors().isEmpty()) {
            flash.addFlashAttribute(
                    "refused",
                    typed.errors().values().stream().map(Texts::sentence).collect(Collectors.joining(" ")));
            return "redirect:/dock/" + serial;
        }
        Plan plan = recordings.settings(serial, interval);
        if (from != null) {
            int first = plan.enabled().get(0);
            // typed beside the live readings, and in their unit
            Conversion typedIn = Unit.of(plan.unit(ModelCatalogue.get(plan.model()), first))
                    .shown(inUnits)
                    .back();
            plan = plan.withStart(new StartCondition.OnThreshold(
                    first, StartCondition.Crossing.ENTERS, typedIn.value(from), typedIn.value(to)));
        }
        try {
            return "redirect:/live-recordings/" + recordings.order(serial, plan, times, spot, me.getName());
        } catch (DuplicateKeyException e) {
            return "redirect:/live-recordings/"
                    + recordings.active(serial).orElseThrow().id();
        }
    }

    private static Long times(FieldReader typed, Duration interval, String most, String lasting) {
        Double n = typed.number("most", most);
        if (n != null && (n < 1 || n != Math.rint(n))) {
            typed.wrong("most", Texts.of("collect.live.liveRecordingController.enterAWholeNumberOf"));
        }
        if (n != null || lasting.isBlank()) {
            return n == null ? null : n.longValue();
        }
        Duration all = typed.duration("lasting", lasting);
        return interval.isZero() ? null : Math.max(1, all.dividedBy(interval));
    }

    @GetMapping("/live-recordings/{id}")
    String recording(@PathVariable long id, ShownUnits inUnits, Model page) {
        fill(id, inUnits, page);
        return "collect/live/recording";
    }

    /** @param v version that the browser has; nothing is sent if it is still the newest */
    @GetMapping("/live-recordings/{id}/state")
    String state(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String v,
            ShownUnits inUnits,
            Model page,
            HttpServletResponse response) {
        fill(id, inUnits, page);
        return Newest.view("collect/live/recording :: state", v, page, response);
    }

    @PostMapping("/live-recordings/{id}/stop")
    String stop(@PathVariable long id, Principal me) {
        recordings.stop(id, me.getName());
        return "redirect:/live-recordings/" + id;
    }

    private void fill(long id, ShownUnits inUnits, Model page) {
        LiveRecording r = recordings
                .find(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("collect.live.liveRecordingController.thereIsNoLiveRecording", "id", id)));
        Plan plan = PlanDocument.plan(r.settings());
        LoggerModel model = ModelCatalogue.get(plan.model());
        List<LiveMapper.Sample> samples = recordings.newest(r, SHOWN);
        List<Line> channels = new RecordConverter(model, plan)
                .channels().stream().map(c -> Line.of(c, inUnits)).toList();
        List<double[]> values = samples.stream()
                .map(s -> shown(channels, LiveCounts.values(model, plan, LiveCounts.read(s.counts()))))
                .toList();
        page.addAttribute("room", "dock");
        page.addAttribute("r", r);
        page.addAttribute("kept", recordings.kept(id));
        page.addAttribute("waits", waits(plan, model, inUnits));
        page.addAttribute("channels", channels);
        page.addAttribute("traces", traces(channels, samples, values));
        page.addAttribute("rows", rows(r, samples, values));
        page.addAttribute(
                "version",
                Integer.toHexString(List.of(
                                r.toString(),
                                samples.isEmpty()
                                        ? -1L
                                        : samples.get(samples.size() - 1).seq())
                        .hashCode()));
    }

    /** What it waits for before it keeps anything; empty where it begins at once. */
    private static String waits(Plan plan, LoggerModel model, ShownUnits inUnits) {
        if (!(plan.start() instanceof StartCondition.OnThreshold t)) {
            return "";
        }
        Conversion to = Unit.of(plan.unit(model, t.channel())).shown(inUnits);
        return Texts.of(
                "collect.live.liveRecordingController.isBetweenAnd",
                "label",
                plan.channels().get(t.channel()).label(),
                "value",
                LimitText.plain(to.value(t.low())),
                "symbol",
                LimitText.quantity(to.value(t.high()), to.symbol()));
    }

    /** A channel in the unit that it is shown in. */
    record Line(String label, Conversion to, int decimals) {

        static Line of(MeasuredChannel c, ShownUnits inUnits) {
            Conversion to = Unit.of(c.unit()).shown(inUnits);
            return new Line(c.label(), to, to.decimals(c.decimals()));
        }

        public String unit() {
            return to.symbol();
        }
    }

    private static double[] shown(List<Line> channels, double[] recorded) {
        double[] out = new double[recorded.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = channels.get(i).to().value(recorded[i]);
        }
        return out;
    }

    /** A row of the table, the newest first. */
    record Row(java.time.Instant at, double[] values) {}

    private static List<Row> rows(LiveRecording r, List<LiveMapper.Sample> samples, List<double[]> values) {
        List<Row> out = new ArrayList<>();
        for (int i = samples.size() - 1; i >= 0 && out.size() < LISTED; i--) {
            out.add(new Row(
                    r.startedAt().plus(r.everyMs().multipliedBy(samples.get(i).seq())), values.get(i)));
        }
        return out;
    }

    private static List<Trace> traces(List<Line> channels, List<LiveMapper.Sample> samples, List<double[]> values) {
        List<Trace> out = new ArrayList<>();
        for (int c = 0; c < channels.size(); c++) {
            double least = Double.POSITIVE_INFINITY;
            double greatest = Double.NEGATIVE_INFINITY;
            double last = Double.NaN;
            for (double[] v : values) {
                last = v[c];
                least = Double.isNaN(last) ? least : Math.min(least, last);
                greatest = Double.isNaN(last) ? greatest : Math.max(greatest, last);
            }
            Line channel = channels.get(c);
            boolean any = least <= greatest;
            String format = "%." + channel.decimals() + "f";
            out.add(new Trace(
                    channel.label(),
                    channel.unit(),
                    channel.decimals(),
                    any ? path(samples, values, c, least, greatest) : "",
                    last,
                    any ? String.format(Locale.ROOT, format, least) : "",
                    any ? String.format(Locale.ROOT, format, greatest) : ""));
        }
        return out;
    }

    private static String path(
            List<LiveMapper.Sample> samples, List<double[]> values, int c, double least, double greatest) {
        long first = samples.get(0).seq();
        long steps = Math.max(30, samples.get(samples.size() - 1).seq() - first);
        double span = greatest > least ? greatest - least : 1;
        StringBuilder out = new StringBuilder();
        // no reading has this number, so that the first one begins the line
        long before = -2;
        for (int i = 0; i < samples.size(); i++) {
            double v = values.get(i)[c];
            long seq = samples.get(i).seq();
            if (!Double.isNaN(v)) {
                boolean joined = before == seq - 1;
                out.append(String.format(
                        Locale.ROOT,
                        "%s%.1f %.1f",
                        joined ? "L" : "M",
                        (double) WIDTH * (seq - first) / steps,
                        HEIGHT * (1 - (v - least) / span)));
                before = seq;
            }
        }
        return out.toString();
    }
}
