package org.pelerin.app.plans;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.plan.Ending;
import org.pelerin.core.plan.Forecast;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.plan.OptionText;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

/**
 * What a plan will come to, in words for the page.
 *
 * @param sentence the plan as a sentence, in HTML-free parts: plain and strong by turns
 * @param visit what the next visit will find, empty where none is planned
 * @param beside what memory holds beside the records, a line each
 * @param ends what ends it, and when
 * @param memory when memory would be full, whatever ends it; empty with wrap, and where that ends it
 * @param keeps the stretch that is kept with wrap; empty without
 */
public record Consequences(
        List<String> sentence,
        String samplesPerDay,
        String records,
        List<String> beside,
        String ends,
        String memory,
        String keeps,
        String battery,
        boolean batteryShort,
        String visit,
        PlanStrip strip,
        List<Conflict> blocks,
        List<Conflict> warnings) {

    private static final int MOST_NAMED = 2;

    static Consequences of(
            Plan plan,
            LoggerModel model,
            double battery,
            List<Conflict> conflicts,
            Instant visit,
            Instant now,
            ZoneId zone,
            Formats show) {
        Forecast f = Forecast.of(model, plan, battery, 10, now);
        return new Consequences(
                sentence(model, plan, f, zone, show),
                show.number(f.samplesPerDay(), f.samplesPerDay() == Math.rint(f.samplesPerDay()) ? 0 : 1),
                show.count(f.recordsThatFit()),
                beside(model, plan, show),
                ends(plan, f, zone, show),
                plan.stop() instanceof StopCondition.Wrap || f.end().cause() == Ending.Cause.MEMORY
                        ? ""
                        : memory(f, zone, show),
                plan.stop() instanceof StopCondition.Wrap ? Durations.rough(f.recordsFor()) : "",
                Durations.rough(f.batteryLeft()),
                f.batteryShort(),
                visit == null ? "" : visit(plan, f, battery, visit, now, show),
                PlanStrip.of(plan, f, now, zone, show),
                conflicts.stream().filter(Conflict::blocking).toList(),
                conflicts.stream().filter(c -> !c.blocking()).toList());
    }

    /** The one thing that ends it, and when. */
    private static String ends(Plan plan, Forecast f, ZoneId zone, Formats show) {
        Ending end = f.end();
        String when = end.at() == null ? Durations.after(end.after()) : show.minute(end.at(), zone);
        return (f.batteryShort() ? "◇ " : "") + when + ", " + end.words();
    }

    private static String memory(Forecast f, ZoneId zone, Formats show) {
        return f.startsAt() == null
                ? Durations.after(f.memoryAfter())
                : show.minute(f.startsAt().plus(f.memoryAfter()), zone);
    }

    private static List<String> beside(LoggerModel model, Plan plan, Formats show) {
        List<String> out = new ArrayList<>();
        plan.second()
                .ifPresent(every -> out.add(Texts.of(
                        "plans.consequences.meansOneEvery",
                        "secondCapacity",
                        show.count(plan.secondCapacity(model)),
                        "every",
                        Durations.format(every))));
        if (!plan.changes(model).isEmpty()) {
            out.add(Texts.of(
                    "plans.consequences.changesOfState",
                    "changes",
                    show.count(model.memory().changes())));
        }
        if (model.memory().disturbances() > 0) {
            out.add(Texts.of(
                    "plans.consequences.disturbancesDisturbances",
                    "disturbances",
                    show.count(model.memory().disturbances())));
        }
        return out;
    }

    /** What memory and battery will be like when somebody next comes by. */
    private static String visit(Plan plan, Forecast f, double battery, Instant visit, Instant now, Formats show) {
        Instant from = f.startsAt() == null ? now : f.startsAt();
        if (!visit.isAfter(from)) {
            return Texts.of("plans.consequences.nothingYetItStartsLater");
        }
        long taken = Duration.between(from, visit).toMillis() / plan.interval().toMillis() + 1;
        long most = plan.stop() instanceof StopCondition.Wrap
                ? f.recordsThatFit()
                : f.recordsFor().dividedBy(plan.interval());
        long held = Math.min(taken, most);
        double left = battery
                * (1
                        - (double) Duration.between(from, visit).toSeconds()
                                / f.batteryLeft().toSeconds());
        String records = Texts.of(
                "plans.consequences.samplesMemoryFull",
                "samples",
                held,
                "recordsThatFit",
                show.number(100.0 * held / f.recordsThatFit(), 0));
        return left <= 0
                ? Texts.of("plans.consequences.anEmptyBatteryItLasts", "batteryLeft", Durations.rough(f.batteryLeft()))
                : Texts.of(
                        "plans.consequences.recordsBatteryLeft",
                        "held",
                        held < taken && most == held && !(plan.stop() instanceof StopCondition.Wrap),
                        "records",
                        records,
                        "left",
                        show.number(100 * left, 0));
    }

    private static List<String> sentence(LoggerModel model, Plan plan, Forecast f, ZoneId zone, Formats show) {
        List<String> s = new ArrayList<>();
        s.add(Texts.of("plans.consequences.every"));
        s.add(Durations.format(plan.interval()));
        if (plan.scan() != null) {
            s.add(Texts.of("plans.consequences.scannedEvery"));
            s.add(Durations.format(plan.scan()));
        }
        start(s, model, plan, zone, show);
        alarms(s, model, plan);
        options(s, model, plan);
        ending(s, plan, f, zone, show);
        s.add(".");
        return s;
    }

    /** What ends it, and nothing else, so that nobody plans on another date. */
    private static void ending(List<String> s, Plan plan, Forecast f, ZoneId zone, Formats show) {
        Ending end = f.end();
        if (plan.stop() instanceof StopCondition.Wrap) {
            s.add(Texts.of("plans.consequences.keepsTheLast"));
            s.add(Durations.rough(f.recordsFor()));
            s.add(Texts.of("plans.consequences.theBatteryEndsIt"));
        } else {
            s.add(
                    switch (end.cause()) {
                        case PLAN -> Texts.of("plans.consequences.ends2");
                        case MEMORY -> Texts.of("plans.consequences.memoryIsFull");
                        case BATTERY -> Texts.of("plans.consequences.theBatteryEndsIt2");
                    });
        }
        s.add(
                end.at() == null || end.cause() == Ending.Cause.BATTERY
                        ? Durations.after(end.after())
                        : Texts.of("plans.consequences.onAt", "at", show.minute(end.at(), zone)));
    }

    private static void start(List<String> s, LoggerModel model, Plan plan, ZoneId zone, Formats show) {
        StartCondition start = plan.start();
        if (start instanceof StartCondition.At at) {
            s.add(Texts.of("plans.consequences.from"));
            s.add(show.minute(at.instant(), zone));
        } else if (start instanceof StartCondition.After after) {
            s.add(Texts.of("plans.consequences.beginning"));
            s.add(Texts.of("plans.consequences.afterWriting", "delay", Durations.format(after.delay())));
        } else if (start instanceof StartCondition.OnInterval i) {
            s.add(Texts.of("plans.consequences.from"));
            s.add(Texts.of("plans.consequences.theNextFull", "step", Durations.format(i.step())));
        } else if (start instanceof StartCondition.OnThreshold t) {
            s.add(Texts.of("plans.consequences.once"));
            s.add(threshold(model, plan, t));
        } else {
            s.add(
                    start instanceof StartCondition.Now
                            ? Texts.of("plans.consequences.beginning")
                            : Texts.of("plans.consequences.fromThePressOf"));
            s.add(
                    start instanceof StartCondition.Now
                            ? Texts.of("plans.consequences.atOnce")
                            : Texts.of("plans.consequences.itsButton"));
        }
    }

    private static String threshold(LoggerModel model, Plan plan, StartCondition.OnThreshold t) {
        boolean there = t.channel() < plan.channels().size();
        String label = there ? plan.channels().get(t.channel()).label() : "";
        String unit = there ? plan.unit(model, t.channel()) : "";
        return "“" + label + "” "
                + switch (t.crossing()) {
                    case ABOVE ->
                        Texts.of("plans.consequences.risesAbove", "quantity", LimitText.quantity(t.high(), unit));
                    case BELOW ->
                        Texts.of("plans.consequences.fallsBelow", "quantity", LimitText.quantity(t.low(), unit));
                    case ENTERS ->
                        Texts.of(
                                "plans.consequences.entersPlainQuantity",
                                "plain",
                                LimitText.plain(t.low()),
                                "quantity",
                                LimitText.quantity(t.high(), unit));
                    case LEAVES ->
                        Texts.of(
                                "plans.consequences.leavesPlainQuantity",
                                "plain",
                                LimitText.plain(t.low()),
                                "quantity",
                                LimitText.quantity(t.high(), unit));
                };
    }

    /** The settings of the logger itself that are not as usual, by name for the first few. */
    private static void options(List<String> s, LoggerModel model, Plan plan) {
        List<OptionText.Line> set =
                OptionText.lines(model, plan).stream().filter(o -> !o.preset()).toList();
        for (OptionText.Line o : set.subList(0, Math.min(MOST_NAMED, set.size()))) {
            s.add("; " + o.label().substring(0, 1).toLowerCase(Locale.ROOT)
                    + o.label().substring(1) + ": ");
            s.add(o.value());
        }
        if (set.size() > MOST_NAMED) {
            s.add(Texts.of("plans.consequences.and2"));
            s.add(Texts.of("plans.consequences.moreSetting", "mostNamed", (set.size() - MOST_NAMED)));
        }
    }

    /** The first few channels with alarms; a sentence is no table. */
    private static void alarms(List<String> s, LoggerModel model, Plan plan) {
        List<ChannelSettings> alarmed = plan.channels().stream()
                .filter(c -> c.enabled() && c.levels().size() > 0 && c.level(1).any())
                .toList();
        for (ChannelSettings c : alarmed.subList(0, Math.min(MOST_NAMED, alarmed.size()))) {
            s.add(Texts.of("plans.consequences.labelAlarms", "label", c.label()));
            s.add(LimitText.of(c.level(1), plan.unit(model, plan.channels().indexOf(c))));
        }
        if (alarmed.size() > MOST_NAMED) {
            s.add(Texts.of("plans.consequences.alarmsOn"));
            s.add(Texts.of("plans.consequences.mostNamedMore", "mostNamed", (alarmed.size() - MOST_NAMED)));
        }
    }
}
