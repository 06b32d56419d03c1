package org.pelerin.yard.world;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;

/** The meters of a spring: what the dairies draw, what is left over, the rain; and the hatch of the pit. */
final class WaterMeters implements Installation {

    private static final int OUTFLOW = 0;
    private static final int OVERFLOW = 1;
    private static final int RAIN = 2;
    private static final int HATCH = 3;

    private static final ZoneId ZONE = ZoneId.of("Europe/Paris");
    private static final double LITRES_A_PULSE = 10;
    private static final double MILLIMETRES_A_TIP = 0.2;

    /** What a pipe loses that breaks, in l/min. */
    private static final double BREAK = 150;

    private final Surroundings surroundings;
    private final Spot spot;
    private final List<Incident> incidents;

    WaterMeters(Surroundings surroundings, Spot spot, List<Incident> incidents) {
        this.surroundings = surroundings;
        this.spot = spot;
        this.incidents = incidents;
    }

    @Override
    public double pulses(int channel, Duration since, Instant at) {
        double minutes = since.toMillis() / 60_000.0;
        return switch (channel) {
            case OUTFLOW -> Math.rint(drawn(at) * minutes / LITRES_A_PULSE);
            case OVERFLOW -> Math.rint(Math.max(0, given(at) - drawn(at)) * minutes);
            case RAIN -> Math.rint(rain(at) * minutes / 60 / MILLIMETRES_A_TIP);
            default -> Double.NaN;
        };
    }

    /** In l/min: little at night, most when the vats are rinsed in the morning. */
    private double drawn(Instant at) {
        ZonedDateTime local = at.atZone(ZONE);
        double hour = local.getHour() + local.getMinute() / 60.0;
        double morning = Math.exp(-(hour - 7) * (hour - 7) / 3);
        double noon = Math.exp(-(hour - 13) * (hour - 13) / 14);
        double steady = 16 + 54 * morning + 34 * noon;
        double v = steady * (1 + 0.15 * surroundings.drift(spot, 90, at.toEpochMilli() / 1_200_000.0));
        for (Incident i : incidents) {
            v += BREAK * i.share(at, Incident.Kind.PIPE_BREAKS);
        }
        return v;
    }

    /** What the spring gives, in l/min: more after rain. */
    private double given(Instant at) {
        return 96 + 14 * surroundings.drift(spot, 91, at.toEpochMilli() / (4 * 86_400_000.0));
    }

    /** In mm/h: mostly none. */
    private double rain(Instant at) {
        double cloud = surroundings.drift(spot, 92, at.toEpochMilli() / (9 * 3_600_000.0));
        double shower = 0.5 + 0.5 * surroundings.drift(spot, 93, at.toEpochMilli() / 1_500_000.0);
        return cloud < 0.55 ? 0 : (cloud - 0.55) * 14 * shower;
    }

    /** It is open for a look on Tuesday mornings, and where somebody forgot to shut it. */
    @Override
    public double contact(int channel, Instant at) {
        if (channel != HATCH) {
            return Double.NaN;
        }
        ZonedDateTime local = at.atZone(ZONE);
        boolean look = local.getDayOfWeek() == java.time.DayOfWeek.TUESDAY
                && local.getHour() == 9
                && local.getMinute() >= 10
                && local.getMinute() < 22;
        boolean forgotten = incidents.stream()
                .anyMatch(i -> i.kind() == Incident.Kind.DOOR_OPEN && !at.isBefore(i.start()) && at.isBefore(i.end()));
        return look || forgotten ? 1 : 0;
    }
}
