package org.pelerin.yard.world;

import java.time.Instant;
import java.util.List;

/**
 * What can be measured at a spot at an instant: a pure function of the seed, the spot, its incidents and the time, so that
 * any logger may look back as far as it needs to.
 */
public final class Surroundings {

    private static final double DAY = 1440;
    private static final double DEFROST = 20;

    private final long seed;

    public Surroundings(long seed) {
        this.seed = seed;
    }

    public double temperature(Spot spot, List<Incident> incidents, Instant at) {
        Climate c = spot.climate();
        double minute = at.toEpochMilli() / 60_000.0;
        double v = c.mean() + c.daily() * Math.sin(2 * Math.PI * (minute - 540) / DAY);
        if (c.cycle() > 0) {
            v += c.ripple() * saw(minute / c.cycle() + unit(spot, 1, 0));
        }
        if (c.defrostEvery() > 0) {
            double since = (minute + c.defrostEvery() * unit(spot, 2, 0)) % c.defrostEvery();
            v += since < DEFROST
                    ? c.defrostRise() * since / DEFROST
                    : c.defrostRise() * Math.exp(-(since - DEFROST) / 10);
        }
        v += drift(spot, 3, minute / 180) * c.daily();
        for (Incident incident : incidents) {
            v += (c.ambient() - v) * incident.share(at);
        }
        return v + (2 * unit(spot, 4, at.getEpochSecond()) - 1) * c.noise();
    }

    public double humidity(Spot spot, List<Incident> incidents, Instant at) {
        Climate c = spot.climate();
        double minute = at.toEpochMilli() / 60_000.0;
        double v = c.humidity() + c.humiditySwing() * Math.sin(2 * Math.PI * (minute - 200) / DAY);
        v += drift(spot, 5, minute / 120) * c.humiditySwing();
        for (Incident incident : incidents) {
            v += (60 - v) * 0.5 * incident.share(at);
        }
        v += (2 * unit(spot, 6, at.getEpochSecond()) - 1) * 0.4;
        return Math.max(0, Math.min(100, v));
    }

    /** Absolute pressure in kPa: the weather's, the same for every spot, and that of the water over a well's bottom. */
    public double pressure(Spot spot, Instant at) {
        double minute = at.toEpochMilli() / 60_000.0;
        double barometric = 95.2 + 1.4 * weather(minute / (3 * DAY)) + 0.25 * weather(minute / 400);
        double metres = spot.water() == 0
                ? 0
                : spot.water() + 0.35 * drift(spot, 60, minute / DAY) + 0.04 * drift(spot, 61, minute / 45);
        return barometric + metres * 9.80665;
    }

    /** How far people are at work, 0…1: from six to eighteen o'clock UTC, but for Sundays. */
    double working(Instant at) {
        long minute = Math.floorMod(at.toEpochMilli() / 60_000, (long) DAY);
        double edge = Math.min(minute - 360, 1080 - minute) / 30.0;
        return sunday(at.toEpochMilli() / 86_400_000) ? 0 : Math.max(0, Math.min(1, edge));
    }

    /** @param day since 1970-01-01, which was a Thursday */
    static boolean sunday(long day) {
        return Math.floorMod(day, 7L) == 3;
    }

    private double weather(double x) {
        return drift(Fleet.SPOTS.get(0), 62, x);
    }

    /** A triangle of period 1 between −1 and 1: slow rise, quick fall, as a cooling machine makes it. */
    private static double saw(double turns) {
        double phase = turns - Math.floor(turns);
        return phase < 0.7 ? -1 + 2 * phase / 0.7 : 1 - 2 * (phase - 0.7) / 0.3;
    }

    /** A smooth random walk between −1 and 1. */
    double drift(Spot spot, int stream, double x) {
        long cell = (long) Math.floor(x);
        double f = x - cell;
        double smooth = f * f * (3 - 2 * f);
        double a = 2 * unit(spot, stream, cell) - 1;
        double b = 2 * unit(spot, stream, cell + 1) - 1;
        return a + (b - a) * smooth;
    }

    /** A number from 0 to 1 that depends on its arguments and the seed only (SplitMix64). */
    private double unit(Spot spot, int stream, long n) {
        long z = seed + spot.key().hashCode() * 0x9E3779B97F4A7C15L + stream * 0xD1B54A32D192ED03L + n;
        for (int i = 0; i < 2; i++) {
            z += 0x9E3779B97F4A7C15L;
            z = (z ^ z >>> 30) * 0xBF58476D1CE4E5B9L;
            z = (z ^ z >>> 27) * 0x94D049BB133111EBL;
            z ^= z >>> 31;
        }
        return (z >>> 11) * 0x1.0p-53;
    }
}
