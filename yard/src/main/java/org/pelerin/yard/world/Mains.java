package org.pelerin.yard.world;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.mains.Phasor;
import org.pelerin.link.message.Phases;
import org.threeten.extra.Interval;

/** The three-phase mains at a spot: steady but for its incidents and for what a network does by itself now and then. */
final class Mains {

    /** How the leads of a logger were put on. */
    enum Leads {
        RIGHT,
        VOLTAGES_EXCHANGED,
        LOOP_TURNED,
        LOOPS_EXCHANGED
    }

    /** Channels of a three-phase logger: voltages, then currents. */
    private static final int PHASES = 3;

    /** Something happens by itself in one out of so many of these slots. */
    private static final long SLOT = 3_600_000;

    private static final double RARE = 0.985;
    private static final double LOAD_ANGLE = 24;

    /** A time in which something is different, on one phase or all. */
    private record Departure(Incident.Kind kind, long start, long end, int phase, double share) {
        boolean at(long millis) {
            return millis >= start && millis < end;
        }
    }

    private final Surroundings surroundings;
    private final Spot spot;
    private final List<Incident> incidents;
    private Departure ownFound;
    private long ownSlot = Long.MIN_VALUE;

    Mains(Surroundings surroundings, Spot spot, List<Incident> incidents) {
        this.surroundings = surroundings;
        this.spot = spot;
        this.incidents = incidents.stream().filter(i -> i.kind().mains()).toList();
    }

    /** RMS voltage of channels 0 to 2, current of the next. */
    double value(int channel, Instant at) {
        double minutes = at.toEpochMilli() / 60_000.0;
        int phase = channel % PHASES;
        double v = channel < PHASES
                ? 231 + 2.5 * surroundings.drift(spot, 30 + channel, minutes / 90) - 0.6 * channel
                : 38 + 22 * surroundings.working(at) + 4 * surroundings.drift(spot, 40 + channel, minutes / 90);
        long millis = at.toEpochMilli();
        for (Departure d : departures(millis, millis)) {
            if (d.at(millis) && (d.phase < 0 || d.phase == phase)) {
                v = changed(d, channel, v, millis);
            }
        }
        return v;
    }

    private static double changed(Departure d, int channel, double v, long millis) {
        boolean voltage = channel < PHASES;
        return switch (d.kind) {
            case VOLTAGE_DIP -> voltage ? v * d.share : v;
            case VOLTAGE_SWELL -> voltage ? v * 1.2 : v;
            case UNDERVOLTAGE -> voltage ? v * 0.875 : v;
            case MOTOR_START ->
                voltage ? v * 0.96 : v * (1 + 5 * (1 - (double) (millis - d.start) / (d.end - d.start)));
            default -> v;
        };
    }

    List<Interval> unquiet(Instant from, Instant to) {
        List<Interval> out = new ArrayList<>();
        for (Departure d : departures(from.toEpochMilli(), to.toEpochMilli())) {
            out.add(Interval.of(Instant.ofEpochMilli(d.start), Instant.ofEpochMilli(d.end)));
        }
        return out;
    }

    /** All that touch a span, in order. */
    private List<Departure> departures(long from, long to) {
        List<Departure> out = new ArrayList<>();
        for (Incident i : incidents) {
            long start = i.start().toEpochMilli();
            long end = i.end().toEpochMilli();
            if (start <= to && end >= from) {
                out.add(new Departure(i.kind(), start, end, i.kind() == Incident.Kind.VOLTAGE_DIP ? 1 : -1, 0.6));
            }
        }
        for (long slot = Math.floorDiv(from, SLOT); slot <= Math.floorDiv(to, SLOT); slot++) {
            Departure own = own(slot);
            if (own != null && own.start <= to && own.end >= from) {
                out.add(own);
            }
        }
        out.sort(java.util.Comparator.comparingLong(Departure::start));
        return out;
    }

    /** What the network does by itself in a slot: mostly nothing; the last one asked for is remembered. */
    private Departure own(long slot) {
        if (slot != ownSlot) {
            ownSlot = slot;
            ownFound = null;
            // the walk's values at whole numbers are independent of each other
            double dice = Math.abs(surroundings.drift(spot, 70, slot));
            if (dice > RARE) {
                double more = Math.abs(surroundings.drift(spot, 71, slot));
                long start = slot * SLOT + (long) (more * (SLOT - 2_000));
                int phase = (int) (Math.abs(surroundings.drift(spot, 72, slot)) * PHASES) % PHASES;
                ownFound = new Departure(
                        Incident.Kind.VOLTAGE_DIP, start, start + 60 + (long) (500 * more), phase, 0.5 + 0.38 * more);
            }
        }
        return ownFound;
    }

    Phases phases(Instant at, Leads leads) {
        List<Phasor> voltages = new ArrayList<>();
        List<Phasor> currents = new ArrayList<>();
        for (int k = 0; k < PHASES; k++) {
            int u = leads == Leads.VOLTAGES_EXCHANGED && k > 0 ? PHASES - k : k;
            int i = leads == Leads.LOOPS_EXCHANGED && k < 2 ? 1 - k : k;
            boolean turned = leads == Leads.LOOP_TURNED && k == 1;
            voltages.add(new Phasor(value(u, at), -120.0 * u));
            currents.add(new Phasor(value(PHASES + i, at), -120.0 * i - LOAD_ANGLE + (turned ? 180 : 0)));
        }
        return new Phases(voltages, currents);
    }
}
