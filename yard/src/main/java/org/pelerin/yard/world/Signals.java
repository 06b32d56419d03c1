package org.pelerin.yard.world;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.model.InputModel;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.sensor.ResistanceThermometer;
import org.pelerin.core.sensor.Scaler;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.sensor.ThermocoupleType;
import org.pelerin.link.message.Phases;
import org.pelerin.yard.logger.Probe;
import org.threeten.extra.Interval;

/** What the inputs of one logger meet at one spot: the surroundings as sensors of every kind turn them into signals. */
final class Signals implements Probe {

    private final Surroundings surroundings;
    private final Spot spot;
    private final List<Incident> incidents;
    private final LoggerModel model;
    private final int wired;
    private final double error;
    /** How often a contact is looked at, in ms: whole seconds, as its logger stores them. */
    private static final long CONTACT_LOOK = 1000;

    private final double calibrator;
    private final Mains mains;
    private final Mains.Leads leads;
    private final Installation installation;

    /**
     * @param calibrator level in dB of a calibrator on the microphone, 0 for none
     * @param leads how its mains leads were put on
     * @param error of its temperature sensors, in K: no two are alike
     * @param wired how many of the wired channels have something connected, from the first
     */
    Signals(
            Surroundings surroundings,
            Spot spot,
            List<Incident> incidents,
            LoggerModel model,
            int wired,
            double error,
            double calibrator,
            Mains.Leads leads) {
        this.mains = new Mains(surroundings, spot, incidents);
        this.installation = Installation.at(spot, surroundings, incidents);
        this.leads = leads;
        this.calibrator = calibrator;
        this.error = error;
        this.surroundings = surroundings;
        this.spot = spot;
        this.incidents = incidents;
        this.model = model;
        this.wired = wired;
    }

    @Override
    public double measure(int channel, InputModel input, Sensor sensor, Duration since, Instant at) {
        if (input.kind().wired() && channel >= wired) {
            return Double.NaN;
        }
        return switch (input.kind()) {
            case BUILT_IN -> builtIn(channel, at);
            case VOLTAGE -> Math.min(10, input.high()) / 2 * (1 + 0.8 * swing(channel, at));
            case CURRENT -> or(installation.current(channel, at), 11 + 4 * swing(channel, at));
            case RESISTANCE -> resistance(sensor, temperature(channel, at));
            case THERMOCOUPLE -> {
                ThermocoupleType type = sensor != null && sensor.scaling() instanceof Scaling.Thermocouple t
                        ? t.type()
                        : ThermocoupleType.K;
                yield type.emf(temperature(channel, at)) - type.emf(terminals(at));
            }
            case FREQUENCY -> 120 + 60 * swing(channel, at);
            case PULSES ->
                or(
                        installation.pulses(channel, since, at),
                        Math.rint(since.toMillis() / 1000.0 * 0.4 * (1 + 0.9 * swing(channel, at))));
            case CONTACT -> contact(channel, at) ? 1 : 0;
            case REFERENCE -> terminals(at);
            case BATTERY -> Double.NaN;
        };
    }

    private double builtIn(int channel, Instant at) {
        return switch (model.channels().get(channel).quantity()) {
            case "temperature" -> temperature(channel, at);
            case "relative humidity" -> surroundings.humidity(spot, incidents, at);
            case "absolute pressure" -> surroundings.pressure(spot, at);
            case "water temperature" -> 8.5 + 0.6 * swing(7, at);
            case "sound level, mean" -> noise(at);
            case "sound level, maximum" -> noise(at) + (calibrator > 0 ? 0.1 : 6 + 4 * Math.abs(swing(8, at)));
            case "sound level, minimum" -> noise(at) - (calibrator > 0 ? 0.1 : 5 + 3 * Math.abs(swing(9, at)));
            case "RMS voltage", "RMS current" -> mains.value(channel, at);
            case "frequency" -> 50 + 0.03 * swing(19, at);
            default -> Double.NaN;
        };
    }

    private static double or(double own, double otherwise) {
        return Double.isNaN(own) ? otherwise : own;
    }

    private boolean contact(int channel, Instant at) {
        double own = installation.contact(channel, at);
        return Double.isNaN(own) ? surroundings.drift(spot, 40 + channel, minutes(at) / 25) > 0.45 : own > 0;
    }

    @Override
    public List<ContactChange> changes(int channel, Instant from, Instant to) {
        List<ContactChange> out = new ArrayList<>();
        if (channel >= wired) {
            return out;
        }
        boolean was = contact(channel, from);
        long step = CONTACT_LOOK;
        for (long t = from.toEpochMilli() / step * step + step; t - step < to.toEpochMilli(); t += step) {
            Instant at = Instant.ofEpochMilli(Math.min(t, to.toEpochMilli()));
            boolean now = contact(channel, at);
            if (now != was) {
                out.add(new ContactChange(at, now));
                was = now;
            }
        }
        return out;
    }

    @Override
    public List<Interval> unquiet(Instant from, Instant to) {
        return mains.unquiet(from, to);
    }

    @Override
    public double halfPeriod(int channel, Instant at) {
        return mains.value(channel, at);
    }

    @Override
    public Phases phases(Instant at) {
        return mains.phases(at, leads);
    }

    /** A little different at each probe of a logger. */
    private double temperature(int channel, Instant at) {
        double own = installation.temperature(channel, at);
        return (Double.isNaN(own) ? surroundings.temperature(spot, incidents, at) + 0.35 * channel : own) + error;
    }

    private double terminals(Instant at) {
        return surroundings.temperature(spot, incidents, at) + 0.6;
    }

    private double noise(Instant at) {
        if (calibrator > 0) {
            // microphones err by a little; a calibrator is steady
            return calibrator + 2 * error;
        }
        return or(installation.noise(at), 52 + 25 * surroundings.working(at) + 3 * swing(10, at));
    }

    private static double resistance(Sensor sensor, double celsius) {
        Scaling scaling = sensor == null ? new Scaling.Platinum(100) : sensor.scaling();
        double leads = sensor != null && sensor.wires() == 2 ? sensor.leadOhms() : 0;
        if (scaling instanceof Scaling.NtcBeta n) {
            return n.r25() * Math.exp(n.beta() * (1 / (celsius + Scaler.KELVIN) - 1 / 298.15)) + leads;
        }
        return ResistanceThermometer.ohms(scaling instanceof Scaling.Platinum p ? p.r0() : 100, celsius) + leads;
    }

    /** Between −1 and 1, slowly. */
    private double swing(int stream, Instant at) {
        return surroundings.drift(spot, 10 + stream, minutes(at) / 90);
    }

    private static double minutes(Instant at) {
        return at.toEpochMilli() / 60_000.0;
    }

    @Override
    public boolean calibrator() {
        return calibrator > 0;
    }
}
