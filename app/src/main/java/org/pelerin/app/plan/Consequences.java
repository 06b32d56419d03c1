package org.pelerin.app.plan;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import org.pelerin.app.platform.web.Show;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.plan.Forecast;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

/**
 * What a plan will come to, in words for the page.
 *
 * @param sentence the plan as a sentence, in HTML-free parts: plain and strong by turns
 * @param keeps how long it records, or what it keeps with wrap
 */
public record Consequences(
        List<String> sentence,
        String samplesPerDay,
        String records,
        String fullAt,
        String keeps,
        String battery,
        boolean batteryShort,
        PlanStrip strip,
        List<Conflict> blocks,
        List<Conflict> warnings) {

    static Consequences of(
            Plan plan,
            LoggerModel model,
            double battery,
            List<Conflict> conflicts,
            Instant now,
            ZoneId zone,
            Show show) {
        Forecast f = Forecast.of(model, plan, battery, 10, now);
        boolean wraps = plan.stop() instanceof StopCondition.Wrap;
        return new Consequences(
                sentence(plan, f, zone, show),
                show.number(f.samplesPerDay(), f.samplesPerDay() == Math.rint(f.samplesPerDay()) ? 0 : 1),
                show.count(f.recordsThatFit()),
                wraps ? "never, it wraps" : f.endsAt() == null ? "set by the button" : show.minute(f.endsAt(), zone),
                Durations.rough(f.recordsFor()),
                Durations.rough(f.batteryLeft()),
                f.batteryLeft().compareTo(f.recordsFor()) < 0 && !wraps,
                PlanStrip.of(plan, f, now, zone, show),
                conflicts.stream().filter(Conflict::blocking).toList(),
                conflicts.stream().filter(c -> !c.blocking()).toList());
    }

    private static List<String> sentence(Plan plan, Forecast f, ZoneId zone, Show show) {
        java.util.ArrayList<String> s = new java.util.ArrayList<>();
        s.add("Every ");
        s.add(Durations.format(plan.interval()));
        if (plan.start() instanceof StartCondition.At at) {
            s.add(" from ");
            s.add(show.minute(at.instant(), zone));
        } else if (plan.start() instanceof StartCondition.After after) {
            s.add(", beginning ");
            s.add(Durations.format(after.delay()) + " after writing");
        } else {
            s.add(plan.start() instanceof StartCondition.Now ? ", beginning " : " from the press of ");
            s.add(plan.start() instanceof StartCondition.Now ? "at once" : "its button");
        }
        for (ChannelSettings c : plan.channels()) {
            if (c.enabled() && c.hasAlarm()) {
                Duration delay = (c.high() != null ? c.high() : c.low()).delay();
                s.add("; “" + c.label() + "” alarms ");
                s.add((c.low() == null ? "" : "below " + plain(c.low().limit()))
                        + (c.low() != null && c.high() != null ? " or " : "")
                        + (c.high() == null ? "" : "above " + plain(c.high().limit()))
                        + (delay.isZero() ? " at once" : " for over " + Durations.format(delay)));
            }
        }
        if (plan.stop() instanceof StopCondition.Wrap) {
            s.add(". Keeps the last ");
            s.add(Durations.rough(f.recordsFor()));
        } else if (f.endsAt() == null) {
            s.add(". Ends after ");
            s.add(Durations.rough(f.recordsFor()));
        } else {
            s.add(". Ends on ");
            s.add(show.minute(f.endsAt(), zone));
        }
        s.add(".");
        return s;
    }

    private static String plain(double v) {
        return (v == Math.rint(v) ? String.valueOf((long) v) : String.valueOf(v)).replace('-', '−');
    }
}
