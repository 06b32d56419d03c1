package org.pelerin.app.plans;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.platform.language.Emphasis;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.model.LoggerModel;
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
        List<List<String>> sentences = new ArrayList<>(List.of(recording(model, plan, zone, show)));
        alarms(model, plan).ifPresent(sentences::add);
        options(model, plan).ifPresent(sentences::add);
        sentences.add(ending(plan, f, zone, show));
        return Emphasis.joined(sentences);
    }

    /** How often it records, and from when on. */
    private static List<String> recording(LoggerModel model, Plan plan, ZoneId zone, Formats show) {
        StartCondition start = plan.start();
        if (start instanceof StartCondition.At at) {
            return recording(plan, "plans.consequences.everyFromAt", "at", show.minute(at.instant(), zone));
        }
        if (start instanceof StartCondition.After after) {
            return recording(plan, "plans.consequences.everyAfterWriting", "delay", Durations.format(after.delay()));
        }
        if (start instanceof StartCondition.OnInterval i) {
            return recording(plan, "plans.consequences.everyFromTheNextFull", "step", Durations.format(i.step()));
        }
        if (start instanceof StartCondition.OnThreshold t) {
            boolean there = t.channel() < plan.channels().size();
            String unit = there ? plan.unit(model, t.channel()) : "";
            return recording(
                    plan,
                    switch (t.crossing()) {
                        case ABOVE -> "plans.consequences.everyOnceAbove";
                        case BELOW -> "plans.consequences.everyOnceBelow";
                        case ENTERS -> "plans.consequences.everyOnceInside";
                        case LEAVES -> "plans.consequences.everyOnceOutside";
                    },
                    "label",
                    there ? plan.channels().get(t.channel()).label() : "",
                    "low",
                    t.crossing() == StartCondition.Crossing.BELOW
                            ? LimitText.quantity(t.low(), unit)
                            : LimitText.plain(t.low()),
                    "high",
                    LimitText.quantity(t.high(), unit));
        }
        return recording(
                plan,
                start instanceof StartCondition.Now
                        ? "plans.consequences.everyAtOnce"
                        : "plans.consequences.everyFromTheButton");
    }

    private static List<String> recording(Plan plan, String key, Object... arguments) {
        List<Object> all = new ArrayList<>(List.of(
                "interval",
                Durations.format(plan.interval()),
                "scanned",
                plan.scan() != null,
                "scan",
                plan.scan() == null ? "" : Durations.format(plan.scan())));
        all.addAll(List.of(arguments));
        return Emphasis.of(key, all.toArray());
    }

    /** The first few channels with alarms; a sentence is no table. */
    private static Optional<List<String>> alarms(LoggerModel model, Plan plan) {
        List<String> alarmed = plan.channels().stream()
                .filter(c -> c.enabled() && c.levels().size() > 0 && c.level(1).any())
                .map(c -> Texts.of(
                        "plans.consequences.alarmOf",
                        "label",
                        c.label(),
                        "limits",
                        LimitText.of(
                                c.level(1), plan.unit(model, plan.channels().indexOf(c)))))
                .toList();
        return named("plans.consequences.alarms", alarmed);
    }

    /** The settings of the logger itself that are not as usual, by name for the first few. */
    private static Optional<List<String>> options(LoggerModel model, Plan plan) {
        List<String> set = OptionText.lines(model, plan).stream()
                .filter(o -> !o.preset())
                .map(o -> Texts.of("plans.consequences.settingOf", "label", o.label(), "value", o.value()))
                .toList();
        return named("plans.consequences.settings", set);
    }

    private static Optional<List<String>> named(String key, List<String> all) {
        int most = Math.min(MOST_NAMED, all.size());
        return all.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        Emphasis.of(key, "named", String.join("; ", all.subList(0, most)), "more", all.size() - most));
    }

    /** What ends it, and nothing else, so that nobody plans on another date. */
    private static List<String> ending(Plan plan, Forecast f, ZoneId zone, Formats show) {
        Ending end = f.end();
        String when = end.at() == null || end.cause() == Ending.Cause.BATTERY
                ? Durations.after(end.after())
                : Texts.of("plans.consequences.onAt", "at", show.minute(end.at(), zone));
        if (plan.stop() instanceof StopCondition.Wrap) {
            return Emphasis.of(
                    "plans.consequences.keepsTheLastUntil", "kept", Durations.rough(f.recordsFor()), "when", when);
        }
        return Emphasis.of(
                switch (end.cause()) {
                    case PLAN -> "plans.consequences.endsWhen";
                    case MEMORY -> "plans.consequences.memoryIsFullWhen";
                    case BATTERY -> "plans.consequences.theBatteryEndsItWhen";
                },
                "when",
                when);
    }
}
