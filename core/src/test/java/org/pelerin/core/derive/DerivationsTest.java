package org.pelerin.core.derive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.record.Coverage;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.stats.MeanKineticTemperature;
import org.pelerin.core.stats.Statistics;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.SignificantDigits;
import org.pelerin.core.unit.Unit;
import org.threeten.extra.Interval;

class DerivationsTest {

    private static final double GAP = Double.NaN;
    private static final Instant START = Instant.parse("2026-03-02T06:00:00Z");

    private static Series every(int minutes, String label, String unit, double... values) {
        return Series.of(
                Channel.of(label, unit), TimeAxis.of(START, Duration.ofMinutes(minutes), values.length), values, null);
    }

    /** What a derived series tells: minute from the start, and value; NaN for what is missing. */
    private static List<double[]> told(JudgedRecord record, String name) {
        List<double[]> out = new ArrayList<>();
        SampleSource source = record.source(name).orElseThrow();
        source.read(new SampleReader() {
            @Override
            public void sample(long from, long to, double value, double terms) {
                out.add(new double[] {(from - START.toEpochMilli()) / 60_000.0, value});
            }

            @Override
            public void missing(long from, long to, long own) {
                out.add(new double[] {(from - START.toEpochMilli()) / 60_000.0, Double.NaN});
            }
        });
        return out;
    }

    private static double[] values(List<Series> recorded, Derivation how) {
        return told(Derivations.add(JudgedRecord.of(recorded), List.of(new Derived("d", null, how))), "d").stream()
                .mapToDouble(t -> t[1])
                .toArray();
    }

    @Test
    void differences_rates_and_totals_have_units_of_their_own() {
        JudgedRecord r = JudgedRecord.of(List.of(
                every(60, "A", "°F", 50, 52.7, 59), every(60, "B", "°C", 10, 10, 10), every(60, "Q", "m³/h", 1, 1, 1)));
        Duration hour = Duration.ofHours(1);
        JudgedRecord with = Derivations.add(
                r,
                List.of(
                        new Derived("d", null, new Derivation.Difference("A", "B")),
                        new Derived("r", null, new Derivation.Change("A", hour)),
                        new Derived("t", null, new Derivation.Total("A", hour, null, null, 100)),
                        new Derived("v", null, new Derivation.Total("Q", hour, null, null, 100))));
        assertThat(List.of("d", "r", "t", "v").stream().map(n -> unit(with, n)))
                .containsExactly("Δ°F", "°F/h", "°F·h", "m³");
        // never with a mean kinetic temperature, and none can be reckoned of them
        assertThat(Statistics.of(with.source("d").orElseThrow(), null).mkt()).isNaN();
        assertThat(Statistics.of(with.source("r").orElseThrow(), null).mkt()).isNaN();
        assertThatThrownBy(() -> Derivations.add(
                        with, List.of(new Derived("k", null, new Derivation.RollingMkt("d", hour, 83.144)))))
                .hasMessageContaining("not a unit of temperature");
        // 52.7 and 59 °F are 2.7 and 9 °F above 50: 1.5 and 5 °C, of which the second is above 1.5
        Rule spread = Rule.of("spread", "d", new Bound.Above(1.5), Lasting.ANY).in(Unit.CELSIUS);
        assertThat(peaks(with, spread)).containsExactly(9.0);
        // 2.7 and 6.3 °F/h are 1.5 and 3.5 °C/h
        Rule rate = Rule.of("rate", "r", new Bound.Above(3), Lasting.ANY).in(Unit.of("°C/h"));
        assertThat(peaks(with, rate)).containsExactly(6.3);
        assertThat(Unit.of("Δ°F")
                        .shown(ShownUnits.RECORDED.withTemperature(Unit.CELSIUS))
                        .value(2.7))
                .isEqualTo(1.5);
    }

    private static String unit(JudgedRecord r, String of) {
        return r.source(of).orElseThrow().channel().unit().symbol();
    }

    private static List<Double> peaks(JudgedRecord r, Rule rule) {
        return Judge.judge(r, new Limits("x", List.of(rule))).ofValues().stream()
                .map(e -> SignificantDigits.rounded(e.peak()))
                .toList();
    }

    @Test
    void a_rolling_kinetic_mean_forgets_what_has_left_it() {
        Random random = new Random(7);
        double[] air = new double[600];
        for (int i = 0; i < air.length; i++) {
            // an oven, frost, and what no sensor can have measured
            air[i] = i > 100 && i < 110 ? 900 : i > 300 && i < 330 ? -190 : 4 + random.nextDouble();
        }
        air[400] = -274;
        air[410] = -9999;
        List<double[]> rolled = told(
                Derivations.add(
                        JudgedRecord.of(List.of(every(10, "Air", "°C", air))),
                        List.of(new Derived("d", null, new Derivation.RollingMkt("Air", Duration.ofHours(2), 83.144)))),
                "d");
        assertThat(rolled).hasSize(600);
        for (int i = 0; i < air.length; i++) {
            // anew, of the twelve that stand in the window
            MeanKineticTemperature anew = new MeanKineticTemperature(83.144);
            boolean whole = i >= 11;
            for (int k = Math.max(0, i - 11); k <= i; k++) {
                anew.addCelsius(air[k], 1);
                whole &= air[k] > -273.15;
            }
            assertThat(rolled.get(i)[1]).as("row " + i).isCloseTo(whole ? anew.celsius() : Double.NaN, within(1e-9));
        }
    }

    @Test
    void a_moving_mean_forgets_what_has_left_it() {
        double[] v = new double[50];
        Arrays.fill(v, 0.1);
        v[10] = 1e30;
        double[] moved = values(List.of(every(1, "Air", "°C", v)), new Derivation.OfTrailing("Air", 5));
        assertThat(moved[9]).isCloseTo(0.1, within(1e-15));
        assertThat(moved[15]).isCloseTo(0.1, within(1e-15));
        assertThat(moved[49]).isCloseTo(0.1, within(1e-15));
    }

    @Test
    void a_derived_total_of_a_shortened_window_is_missing_unless_it_is_out_already() {
        // ten hours of 1 per hour, of which the sixth is no part of the run: blocks of five hours
        Series q = every(60, "Q", "m³/h", 1, 1, 1, 1, 1, 1, 1, 1, 1, 1);
        Instant out = START.plus(Duration.ofHours(5));
        JudgedRecord r = JudgedRecord.of(
                List.of(q),
                null,
                List.of(new Exclusion(Interval.of(out, out.plus(Duration.ofHours(1))), Exclusion.Kind.NOT_PART)));
        Derived total =
                new Derived("d", null, new Derivation.Total("Q", Duration.ofHours(1), Duration.ofHours(5), null, 100));
        assertThat(told(Derivations.add(r, List.of(total)), "d").stream().mapToDouble(t -> t[1]))
                .containsExactly(5.0, GAP);
        Limits three = new Limits("x", List.of(Rule.of("r", "d", new Bound.Above(3), Lasting.ANY)));
        assertThat(told(Derivations.add(r, List.of(total), n -> Optional.empty(), three::early), "d").stream()
                        .mapToDouble(t -> t[1]))
                .containsExactly(5.0, 4.0);
    }

    @Test
    void formulas_give_what_is_published() {
        assertThat(DewPoint.of(20, 50)).isCloseTo(9.255175, within(5e-7));
        assertThat(DewPoint.of(12, 92)).isCloseTo(10.739388, within(5e-7));
        assertThat(DewPoint.of(-5, 80)).isCloseTo(-7.917398, within(5e-7));
        assertThat(DewPoint.of(20, 0)).isNaN();
        assertThat(WaterDensity.at(4)).isCloseTo(999.974948, within(5e-7));
        assertThat(WaterDensity.at(12)).isCloseTo(999.500494, within(5e-7));
        assertThat(WaterDensity.at(20)).isCloseTo(998.206745, within(1e-6));
        assertThat(WaterDensity.at(41)).isNaN();
        assertThat(WaterLevel.of(121.325, 101.325, WaterDensity.at(12), WaterLevel.GRAVITY))
                .isCloseTo(2.040452, within(5e-7));
        assertThat(WaterLevel.of(121.325, 101.325, WaterDensity.SALT, WaterLevel.GRAVITY))
                .isCloseTo(1.989690, within(5e-7));
        assertThat(WaterLevel.of(121.325, 101.325, WaterDensity.FRESH, WaterLevel.GRAVITY))
                .isCloseTo(2.039432, within(5e-7));
        // mean 232, farthest 8 away
        assertThat(Unbalance.of(240, 230, 226)).isCloseTo(100 * 8 / 232.0, within(1e-12));
    }

    @Test
    void dew_point_follows_sample_by_sample_and_misses_what_either_misses() {
        double[] d = values(
                List.of(every(10, "Air", "°C", 20, 12, 20, -5), every(10, "RH", "%RH", 50, 92, GAP, 80)),
                new Derivation.DewPoint("Air", "RH"));
        assertThat(d).hasSize(4);
        assertThat(d[0]).isCloseTo(9.255175, within(5e-7));
        assertThat(d[1]).isCloseTo(10.739388, within(5e-7));
        assertThat(d[2]).isNaN();
        assertThat(d[3]).isCloseTo(-7.917398, within(5e-7));
        double[] f = values(
                List.of(every(10, "Air", "°F", 68), every(10, "RH", "%RH", 50)), new Derivation.DewPoint("Air", "RH"));
        assertThat(f[0]).isCloseTo(9.255175 * 1.8 + 32, within(1e-6));
    }

    @Test
    void a_difference_of_channels_on_other_intervals_holds_each_value() {
        double[] d = values(
                List.of(every(10, "Warm", "°C", 20, 21, 22, 23), every(20, "Cold", "°C", 5, 7)),
                new Derivation.Difference("Warm", "Cold"));
        assertThat(d).containsExactly(15, 16, 15, 16);
        assertThatThrownBy(() -> values(
                        List.of(every(10, "Warm", "°C", 20), every(10, "Wet", "%RH", 5)),
                        new Derivation.Difference("Warm", "Wet")))
                .hasMessageContaining("“d” cannot be derived");
    }

    @Test
    void level_interpolates_the_barometer_and_says_what_it_does_not_cover() {
        // the barometer rises from 100 to 102 kPa in an hour, and stops
        List<Series> recorded = List.of(
                every(30, "Water", "kPa", 121.325, 121.325, 121.325, 121.325, 121.325),
                every(60, "Air", "kPa", 100, 102));
        Derivation.Level empty = new Derivation.Level(
                "Water", "Air", 1000.0, null, WaterLevel.GRAVITY, Derivation.Uncovered.EMPTY, null);
        double[] d = values(recorded, empty);
        assertThat(d[0]).isCloseTo(21.325 / 9.80665, within(1e-9));
        assertThat(d[1]).isCloseTo(20.325 / 9.80665, within(1e-9));
        assertThat(d[2]).isCloseTo(19.325 / 9.80665, within(1e-9));
        assertThat(d[3]).as("what its last sample stands for").isCloseTo(19.325 / 9.80665, within(1e-9));
        assertThat(d[4]).isNaN();
        Derivation.Level hold =
                new Derivation.Level("Water", "Air", 1000.0, null, WaterLevel.GRAVITY, Derivation.Uncovered.HOLD, null);
        JudgedRecord held = Derivations.add(JudgedRecord.of(recorded), List.of(new Derived("d", null, hold)));
        assertThat(told(held, "d").get(4)[1]).isCloseTo(19.325 / 9.80665, within(1e-9));
        assertThat(held.source("d").orElseThrow().notes())
                .singleElement()
                .asString()
                .contains("1 samples are reckoned");
        // dipped at the second sample: 3.5 m down to the water
        Derivation.Level dipped = new Derivation.Level(
                "Water",
                "Air",
                1000.0,
                null,
                WaterLevel.GRAVITY,
                Derivation.Uncovered.EMPTY,
                new Derivation.Reference(START.plus(Duration.ofMinutes(35)), 3.5, true));
        double[] depth = values(recorded, dipped);
        assertThat(depth[1]).isCloseTo(3.5, within(1e-12));
        assertThat(depth[0]).isCloseTo(3.5 - 1 / 9.80665, within(1e-9));
    }

    @Test
    void windows_totals_and_rates() {
        List<Series> flow = List.of(every(30, "Flow", "l/min", 2, 4, 6, 8));
        assertThat(values(flow, new Derivation.OfWindow("Flow", Derivation.Of.MEAN, Duration.ofHours(1), null, 75)))
                .containsExactly(3, 7);
        assertThat(values(flow, new Derivation.OfWindow("Flow", Derivation.Of.GREATEST, Duration.ofHours(1), null, 75)))
                .containsExactly(4, 8);
        assertThat(values(flow, new Derivation.Total("Flow", Duration.ofMinutes(1), null, null, 100)))
                .containsExactly(60, 180, 360, 600);
        assertThat(values(flow, new Derivation.Total("Flow", Duration.ofMinutes(1), Duration.ofHours(1), null, 100)))
                .containsExactly(180, 420);
        assertThat(values(flow, new Derivation.Change("Flow", Duration.ofHours(1))))
                .containsExactly(GAP, 4, 4, 4);
        assertThat(values(flow, new Derivation.OfTrailing("Flow", 2))).containsExactly(GAP, 3, 5, 7);
        assertThat(values(flow, new Derivation.Formula("x * 60 / 1000", List.of("Flow"))))
                .containsExactly(0.12, 0.24, 0.36, 0.48);
    }

    @Test
    void a_dose_grows_through_a_shift_and_starts_anew_with_the_next() {
        double[] levels = new double[48];
        Arrays.fill(levels, 85);
        Derivation.ShiftDose dose = new Derivation.ShiftDose(
                "Hall",
                85,
                3,
                Double.NEGATIVE_INFINITY,
                LocalTime.of(6, 0),
                LocalTime.of(14, 0),
                Set.of(DayOfWeek.values()),
                ZoneId.of("UTC"));
        JudgedRecord record = Derivations.add(
                JudgedRecord.of(List.of(every(60, "Hall", "dB", levels))), List.of(new Derived("d", null, dose)));
        List<double[]> told = told(record, "d");
        assertThat(told).hasSize(16);
        assertThat(told.get(3)[1]).isCloseTo(50, within(1e-9));
        assertThat(told.get(7)[1]).isCloseTo(100, within(1e-9));
        assertThat(told.get(8)).containsExactly(24 * 60, 12.5);
        assertThat(record.source("d").orElseThrow().channel().unit()).isEqualTo(Unit.of("%"));
    }

    @Test
    void a_rolling_mean_kinetic_temperature_is_that_of_its_window() {
        Random random = new Random(5);
        double[] t = random.doubles(300, -20, 45).toArray();
        double[] d = values(
                List.of(every(10, "Air", "°C", t)),
                new Derivation.RollingMkt("Air", Duration.ofHours(2), MeanKineticTemperature.DEFAULT_ENTHALPY));
        for (int i = 0; i < t.length; i++) {
            if (i < 11) {
                assertThat(d[i]).isNaN();
                continue;
            }
            MeanKineticTemperature plain = new MeanKineticTemperature();
            for (int k = i - 11; k <= i; k++) {
                plain.addCelsius(t[k], 1);
            }
            assertThat(d[i]).as("sample " + i).isCloseTo(plain.celsius(), within(1e-9));
        }
    }

    @Test
    void a_moving_mean_of_levels_is_that_of_their_energy_however_they_jump() {
        Random random = new Random(7);
        double[] levels = random.doubles(500, 20, 300).toArray();
        double[] d = values(List.of(every(1, "Hall", "dB", levels)), new Derivation.OfTrailing("Hall", 9));
        for (int i = 8; i < levels.length; i++) {
            double loudest = Double.NEGATIVE_INFINITY;
            for (int k = i - 8; k <= i; k++) {
                loudest = Math.max(loudest, levels[k]);
            }
            double sum = 0;
            for (int k = i - 8; k <= i; k++) {
                sum += Math.pow(10, (levels[k] - loudest) / 10);
            }
            assertThat(d[i]).as("sample " + i).isCloseTo(loudest + 10 * Math.log10(sum / 9), within(1e-9));
        }
    }

    @Test
    void derived_from_derived_in_any_order_and_never_from_itself() {
        List<Derived> chain = List.of(
                new Derived("third", null, new Derivation.Difference("second", "Air")),
                new Derived("second", null, new Derivation.OfTrailing("first", 2)),
                new Derived("first", Unit.CELSIUS, new Derivation.Formula("Air * 2", List.of("Air"))));
        JudgedRecord record = Derivations.add(JudgedRecord.of(List.of(every(10, "Air", "°C", 1, 2, 3))), chain);
        assertThat(told(record, "second").stream().map(x -> x[1])).containsExactly(GAP, 3.0, 5.0);
        assertThat(record.sources().stream().map(s -> s.channel().label()))
                .containsExactlyInAnyOrder("Air", "first", "second", "third");

        JudgedRecord plain = JudgedRecord.of(List.of(every(10, "Air", "°C", 1, 2, 3)));
        assertThatThrownBy(() -> Derivations.add(
                        plain,
                        List.of(
                                new Derived("a", null, new Derivation.OfTrailing("b", 2)),
                                new Derived("b", null, new Derivation.OfTrailing("a", 2)))))
                .hasMessage("“a” is derived from itself: a ← b ← a");
        assertThatThrownBy(() ->
                        Derivations.add(plain, List.of(new Derived("a", null, new Derivation.OfTrailing("Water", 2)))))
                .hasMessage("“a” is derived from “Water”, which does not exist");
        assertThatThrownBy(() ->
                        Derivations.add(plain, List.of(new Derived("Air", null, new Derivation.OfTrailing("Air", 2)))))
                .hasMessageContaining("Two series are named “Air”");
        assertThatThrownBy(() -> Derivations.add(
                        plain, List.of(new Derived("a", null, new Derivation.Formula("Air +", List.of("Air"))))))
                .hasMessageContaining("“a” cannot be derived");
    }

    @Test
    void what_a_derived_series_misses_is_a_gap_of_it() {
        JudgedRecord record = Derivations.add(
                JudgedRecord.of(List.of(every(10, "Air", "°C", 1, GAP, 3, 4))),
                List.of(new Derived("d", null, new Derivation.Formula("Air", List.of("Air")))));
        assertThat(Coverage.of(record.source("d").orElseThrow()).percent()).isEqualTo(75);
    }
}
