package org.pelerin.core.derive;

import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import org.pelerin.core.language.CoreTexts;

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
            return CoreTexts.say("core.derive.derivation.meanOfTheLastSamples", "samples", samples, "input", input);
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
            return CoreTexts.say(
                    "core.derive.derivation.ofOverEach",
                    "of",
                    of.name(),
                    "input",
                    input,
                    "apply",
                    time.apply(window),
                    "zone",
                    (zone == null
                            ? CoreTexts.say("core.derive.derivation.fromTheFirstSampleOn")
                            : CoreTexts.say("core.derive.derivation.ofTheClockIn", "zone", zone)));
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
            return CoreTexts.say(
                    "core.derive.derivation.totalOfPerTimesTime",
                    "input",
                    input,
                    "apply",
                    time.apply(per),
                    "window",
                    (window == null
                            ? CoreTexts.say("core.derive.derivation.sinceTheBeginning")
                            : CoreTexts.say("core.derive.derivation.overEach", "apply", time.apply(window))));
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
            return CoreTexts.say(
                    "core.derive.derivation.changeOfFromOneSample", "input", input, "apply", time.apply(per));
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
            return CoreTexts.say(
                    "core.derive.derivation.dewPointMagnusOverWater", "temperature", temperature, "humidity", humidity);
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
                    + (density == null
                            ? CoreTexts.say("core.derive.derivation.densityAt", "temperature", temperature)
                            : CoreTexts.say("core.derive.derivation.plainKgM3", "plain", plain(density)))
                    + " · "
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
            return CoreTexts.say(
                    "core.derive.derivation.meanKineticTemperatureOfOver",
                    "input",
                    input,
                    "apply",
                    time.apply(window),
                    "enthalpy",
                    enthalpy);
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
            return CoreTexts.say(
                    "core.derive.derivation.noiseDoseOfCriterionD",
                    "input",
                    input,
                    "plain",
                    plain(criterion),
                    "plain2",
                    plain(exchange),
                    "from",
                    from,
                    "to",
                    to);
        }
    }

    /** The farthest phase from the mean of all, in per cent of the mean. */
    record Unbalance(List<String> inputs) implements Derivation {
        public Unbalance {
            inputs = List.copyOf(inputs);
        }

        @Override
        public String words(Function<Duration, String> time) {
            return CoreTexts.say("core.derive.derivation.greatestPhaseMeanMean100", "x", String.join(", ", inputs));
        }
    }

    /** Without a point where there is nothing behind it. */
    private static String plain(double v) {
        return BigDecimal.valueOf(v).stripTrailingZeros().toPlainString();
    }
}
