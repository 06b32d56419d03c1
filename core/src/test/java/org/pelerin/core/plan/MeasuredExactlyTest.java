package org.pelerin.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.MathContext;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Verdict;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.InputModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Scaler;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.unit.SignificantDigits;

/** What scaling, correction and unit make of counts is as exact as what a file states. */
class MeasuredExactlyTest {

    private static final ChannelModel ROWAN =
            ModelCatalogue.get("rowan-a2").channels().get(0);
    private static final ChannelModel LINDEN =
            ModelCatalogue.get("linden-n").channels().get(0);
    private static final ChannelModel ALDER =
            ModelCatalogue.get("alder-t1").channels().get(0);

    private static MeasuredChannel channel(ChannelModel model, Sensor sensor, String unit, Correction correction) {
        ChannelSettings settings = new ChannelSettings(
                true, "X", sensor, unit, correction, 0, FaultDirection.MISSING, null, null, List.of());
        return MeasuredChannel.of(model, settings, List.of());
    }

    private static double value(MeasuredChannel channel, long count) {
        return channel.value(channel.input().resolution().value(count), Scaler.Row.NONE);
    }

    private static Verdict verdict(double limit, double... values) {
        TimeAxis axis = TimeAxis.of(Instant.EPOCH, Duration.ofMinutes(1), values.length);
        return Judge.judge(
                        JudgedRecord.of(List.of(Series.of(Channel.of("X", "%"), axis, values, null))),
                        new Limits("x", List.of(Rule.of("x", "X", new Bound.Outside(limit, limit), Lasting.ANY))))
                .verdict();
    }

    @Test
    void a_loop_that_reads_a_limit_is_at_the_limit() {
        Sensor percent = Sensor.of("loop", Input.CURRENT, new Scaling.TwoPoint(4, 0, 20, 100), "%", -2, 102, 1);
        MeasuredChannel channel = channel(ROWAN, percent, "", Correction.NONE);
        for (int limit = 1; limit < 100; limit++) {
            // 4 mA and 0.16 mA a per cent, in counts of a µA
            double v = value(channel, 4000 + 160L * limit);
            assertThat(v).isEqualTo(limit);
            assertThat(verdict(limit, v, v)).isEqualTo(Verdict.WITHIN);
        }
    }

    @ParameterizedTest
    @CsvSource({"62,-0.7,2.4", "3,0.15,0.3", "-402,-0.1,-20.2"})
    void a_correction_gives_the_decimal_that_it_says(long count, double offset, double expected) {
        // counts of a twentieth of a degree
        assertThat(value(channel(ALDER, null, "", Correction.offset(offset)), count))
                .isEqualTo(expected);
    }

    @Test
    void a_change_of_unit_gives_the_decimal_that_it_says() {
        MeasuredChannel fahrenheit = channel(ALDER, null, "°F", Correction.NONE);
        for (int tenth = -400; tenth <= 850; tenth++) {
            BigDecimal exact = BigDecimal.valueOf(tenth, 1)
                    .multiply(BigDecimal.valueOf(18, 1))
                    .add(BigDecimal.valueOf(32));
            assertThat(value(fahrenheit, 2L * tenth)).isEqualTo(exact.doubleValue());
        }
    }

    @Test
    void twelve_digits_are_kept_of_any_magnitude() {
        Random random = new Random(7);
        for (int i = 0; i < 200_000; i++) {
            double v = (random.nextDouble() - 0.5) * Math.pow(10, random.nextInt(600) - 300);
            double rounded = SignificantDigits.rounded(v);
            // by decimal arithmetic; halves go either way
            BigDecimal exact = new BigDecimal(v);
            BigDecimal decimal = exact.round(new MathContext(12));
            BigDecimal unit = BigDecimal.ONE.movePointRight(exact.precision() - exact.scale() - 12);
            BigDecimal away = decimal.subtract(exact).abs().divide(unit, new MathContext(9));
            if (away.compareTo(new BigDecimal("0.4999")) < 0) {
                assertThat(rounded).isEqualTo(decimal.doubleValue());
            }
            assertThat(SignificantDigits.rounded(rounded)).isEqualTo(rounded);
        }
        assertThat(SignificantDigits.rounded(-0.0)).isEqualTo(-0.0);
        assertThat(SignificantDigits.rounded(Double.NaN)).isNaN();
    }

    @ParameterizedTest
    @CsvSource({"18.52,-200", "18.53,-199.977", "390.48,849.996", "390.485,850", "18.50,NaN", "390.51,NaN"})
    void the_ends_of_the_platinum_table_are_read(double ohms, double celsius) {
        Sensor pt100 = Sensor.of("Pt100", Input.RESISTANCE, new Scaling.Platinum(100), "°C", -200, 850, 1);
        double v = channel(LINDEN, pt100, "", Correction.NONE).value(ohms, Scaler.Row.NONE);
        assertThat(Double.valueOf(Math.rint(v * 1000) / 1000)).isEqualTo(Double.valueOf(celsius));
    }

    @Test
    void a_count_whose_half_step_reaches_into_the_range_is_its_end() {
        InputModel input = ROWAN.input(Input.CURRENT).orElseThrow();
        assertThat(input.resolution().value(1)).isEqualTo(0.001);
        // 20 mA are 10.0003 bar; 10 bar lie 0.48 µA below
        Sensor bar = Sensor.of("loop", Input.CURRENT, new Scaling.TwoPoint(4, 0, 20, 10.0003), "bar", 0, 10, 2);
        assertThat(value(channel(ROWAN, bar, "", Correction.NONE), 20_000)).isEqualTo(10);
        assertThat(value(channel(ROWAN, bar, "", Correction.NONE), 20_001)).isNaN();
    }
}
