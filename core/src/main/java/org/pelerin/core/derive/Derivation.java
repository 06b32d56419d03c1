package org.pelerin.core.derive;

import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Function;

/** How a series follows from others. Inputs are named by their labels. */
public sealed interface Derivation {

    /** The channels that it is read from, recorded or derived. */
    List<String> inputs();

    /**
     * The formula as people read it.
     *
     * @param time how a time is told
     */
    String words(Function<Duration, String> time);

    /** The plain mean of the trailing samples; levels as energy. */
    record OfTrailing(String input, int samples) implements Derivation {
        @Override
        public List<String> inputs() {
            return List.of(input);
        }

        @Override
        public String words(Function<Duration, String> time) {
            return "mean of the last " + samples + " samples of " + input;
        }
    }

    /** What becomes of a window. */
    enum Of {
        MEAN,
        LEAST,
        GREATEST
    }

    /**
     * A figure of each window.
     *
     * @param zone of the clock whose multiples begin windows; null for windows from the first row on
     * @param coverage per cent of a window that valid samples must stand for
     */
    record OfWindow(String input, Of of, Duration window, ZoneId zone, double coverage) implements Derivation {
        @Override
        public List<String> inputs() {
            return List.of(input);
        }

        @Override
        public String words(Function<Duration, String> time) {
            return of.name().toLowerCase(Locale.ROOT) + " of " + input + " over each " + time.apply(window)
                    + (zone == null ? " from the first sample on" : " of the clock in " + zone);
        }
    }

    /**
     * Value times time over a time base.
     *
     * @param window that it is summed over; null since the beginning, where it is told with each sample
     */
    record Total(String input, Duration per, Duration window, ZoneId zone, double coverage) implements Derivation {
        @Override
        public List<String> inputs() {
            return List.of(input);
        }

        @Override
        public String words(Function<Duration, String> time) {
            return "total of " + input + " per " + time.apply(per) + " times time"
                    + (window == null ? ", since the beginning" : ", over each " + time.apply(window));
        }
    }

    /** The backward difference per some time. */
    record Change(String input, Duration per) implements Derivation {
        @Override
        public List<String> inputs() {
            return List.of(input);
        }

        @Override
        public String words(Function<Duration, String> time) {
            return "change of " + input + " from one sample to the next, per " + time.apply(per);
        }
    }

    record Difference(String input, String less) implements Derivation {
        @Override
        public List<String> inputs() {
            return List.of(input, less);
        }

        @Override
        public String words(Function<Duration, String> time) {
            return input + " − " + less;
        }
    }

    /** A formula over the names of channels. */
    record Formula(String text, List<String> inputs) implements Derivation {
        public Formula {
            inputs = List.copyOf(inputs);
        }

        @Override
        public String words(Function<Duration, String> time) {
            return text;
        }
    }

    /** Of temperature in °C, °F or K and relative humidity in per cent; in the unit of the temperature. */
    record DewPoint(String temperature, String humidity) implements Derivation {
        @Override
        public List<String> inputs() {
            return List.of(temperature, humidity);
        }

        @Override
        public String words(Function<Duration, String> time) {
            return "dew point (Magnus, over water) of " + temperature + " and " + humidity;
        }
    }

    /** What is done where the barometer does not cover. */
    enum Uncovered {
        EMPTY,
        HOLD
    }

    /**
     * A reading by hand that a level is shifted to pass through, in m.
     *
     * @param depth whether it is the depth to water, which falls as the level rises; otherwise an elevation
     */
    record Reference(java.time.Instant at, double value, boolean depth) {}

    /**
     * Water above a pressure sensor, in m.
     *
     * @param barometer absolute air pressure; in a unit of pressure, like {@code pressure}
     * @param density in kg/m³; null to follow from {@code temperature}
     * @param temperature of the water; null where the density is given
     * @param gravity in m/s²
     * @param reference null for the height above the sensor
     */
    record Level(
            String pressure,
            String barometer,
            Double density,
            String temperature,
            double gravity,
            Uncovered uncovered,
            Reference reference)
            implements Derivation {
        @Override
        public List<String> inputs() {
            return temperature == null ? List.of(pressure, barometer) : List.of(pressure, temperature, barometer);
        }

        @Override
        public String words(Function<Duration, String> time) {
            return "(" + pressure + " − " + barometer + ") / ("
                    + (density == null ? "density at " + temperature : plain(density) + " kg/m³") + " · "
                    + plain(gravity) + " m/s²)";
        }
    }

    /** Mean kinetic temperature of the trailing time. */
    record RollingMkt(String input, Duration window, double enthalpy) implements Derivation {
        @Override
        public List<String> inputs() {
            return List.of(input);
        }

        @Override
        public String words(Function<Duration, String> time) {
            return "mean kinetic temperature of " + input + " over the last " + time.apply(window) + ", ΔH " + enthalpy
                    + " kJ/mol";
        }
    }

    /** Noise dose in per cent, which grows through each shift and starts anew with the next. */
    record ShiftDose(
            String input,
            double criterion,
            double exchange,
            double threshold,
            LocalTime from,
            LocalTime to,
            Set<DayOfWeek> days,
            ZoneId zone)
            implements Derivation {
        public ShiftDose {
            days = Set.copyOf(days);
        }

        @Override
        public List<String> inputs() {
            return List.of(input);
        }

        @Override
        public String words(Function<Duration, String> time) {
            return "noise dose of " + input + ", criterion " + plain(criterion) + " dB, exchange rate "
                    + plain(exchange) + " dB, each shift from " + from + " to " + to;
        }
    }

    /** The farthest phase from the mean of all, in per cent of the mean. */
    record Unbalance(List<String> inputs) implements Derivation {
        public Unbalance {
            inputs = List.copyOf(inputs);
        }

        @Override
        public String words(Function<Duration, String> time) {
            return "greatest |phase − mean| / mean · 100 of " + String.join(", ", inputs);
        }
    }

    /** Without a point where there is nothing behind it. */
    private static String plain(double v) {
        return BigDecimal.valueOf(v).stripTrailingZeros().toPlainString();
    }
}
