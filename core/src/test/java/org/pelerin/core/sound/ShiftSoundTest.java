package org.pelerin.core.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Judgement;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.stats.NoiseDose;

class ShiftSoundTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");
    private static final Set<DayOfWeek> WEEK = EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY);
    private static final WorkingShift DAY = new WorkingShift(LocalTime.of(6, 0), LocalTime.of(14, 0), WEEK, PARIS);

    /** A Tuesday, 06:00 in Paris. */
    private static final Instant SIX = Instant.parse("2026-03-03T05:00:00Z");

    private static JudgedRecord record(Instant start, Duration interval, double... values) {
        return JudgedRecord.of(
                List.of(Series.of(Channel.of("Leq", "dB"), TimeAxis.of(start, interval, values.length), values, null)));
    }

    private static List<ShiftSound> shifts(Instant start, Duration interval, double... values) {
        SampleSource level = record(start, interval, values).sources().get(0);
        return ShiftSound.of(level, DAY);
    }

    @Test
    void doses_as_worked_out_by_hand() {
        ShiftSound s = shifts(SIX, Duration.ofHours(2), 85, 90, 95, 78).get(0);
        NoiseDose iso = s.doses().get(NoiseDose.Scheme.ISO_85);
        assertThat(iso.dose()).isCloseTo(361.314891, within(5e-7));
        assertThat(iso.twa()).isCloseTo(90.559770, within(5e-7));
        NoiseDose osha = s.doses().get(NoiseDose.Scheme.OSHA_HC);
        assertThat(osha.dose()).isCloseTo(87.5, within(1e-9));
        assertThat(osha.twa()).isCloseTo(89.036775, within(5e-7));
        // 85 dB lies below this threshold: 2 h each of 90 and 95 dB are a quarter and half of the dose
        assertThat(s.doses().get(NoiseDose.Scheme.OSHA_PEL).dose()).isCloseTo(75, within(1e-9));
        assertThat(s.coverage()).isEqualTo(100);
        assertThat(s.max()).isEqualTo(95);
        // a shift of eight hours: exposure is the energy mean itself
        assertThat(s.lex()).isEqualTo(s.leq());
        assertThat(s.leq())
                .isCloseTo(10 * Math.log10((3.16227766e8 + 1e9 + 3.16227766e9 + 6.30957e7) / 4), within(1e-6));
    }

    @Test
    void samples_are_divided_at_the_edges_and_what_lies_between_shifts_counts_for_nothing() {
        // from 05:00: an hour before the shift at 120 dB, then in one sample the last half hour of it and half an hour
        // after
        double[] levels = new double[10];
        Arrays.fill(levels, 80);
        levels[0] = 120;
        List<ShiftSound> all = shifts(SIX.minus(Duration.ofMinutes(90)), Duration.ofHours(1), levels);
        assertThat(all).hasSize(1);
        // half an hour of the second sample stands before six
        assertThat(all.get(0).coverage()).isEqualTo(100);
        assertThat(all.get(0).leq()).isCloseTo(80, within(1e-9));
        assertThat(all.get(0).max()).isEqualTo(80);
        assertThat(Instant.ofEpochMilli(all.get(0).to())).isEqualTo(SIX.plus(Duration.ofHours(8)));
    }

    @Test
    void what_is_missing_is_not_extrapolated_in_the_dose_and_exposure_takes_the_whole_shift() {
        // two hours of eight are there, at 91 dB: a quarter of eight hours at four times the criterion's energy
        ShiftSound s = shifts(SIX, Duration.ofHours(2), 91, Double.NaN, Double.NaN, Double.NaN)
                .get(0);
        assertThat(s.coverage()).isEqualTo(25);
        assertThat(s.doses().get(NoiseDose.Scheme.ISO_85).dose()).isCloseTo(100, within(1e-9));
        assertThat(s.lex()).isCloseTo(91, within(1e-9));
    }

    @Test
    void exposure_of_a_long_shift_is_more_than_its_level() {
        WorkingShift long12 = new WorkingShift(LocalTime.of(18, 0), LocalTime.of(6, 0), WEEK, PARIS);
        double[] night = new double[12];
        Arrays.fill(night, 80);
        // passes midnight and belongs to the Monday it begins on
        SampleSource level = record(SIX.minus(Duration.ofHours(12)), Duration.ofHours(1), night)
                .sources()
                .get(0);
        ShiftSound s = ShiftSound.of(level, long12).get(0);
        assertThat(s.coverage()).isEqualTo(100);
        // 10·lg(12/8)
        assertThat(s.lex()).isCloseTo(80 + 1.7609126, within(1e-6));
    }

    @Test
    void levels_exceeded_are_percentiles_of_the_samples_in_it() {
        // 0…100 in 101 samples: that exceeded 10 % of the time is 90
        double[] ramp = new double[101];
        for (int i = 0; i < ramp.length; i++) {
            ramp[i] = i;
        }
        ShiftSound s = shifts(SIX, Duration.ofMinutes(4), ramp).get(0);
        assertThat(s.l10()).isCloseTo(90, within(1e-9));
        assertThat(s.l50()).isCloseTo(50, within(1e-9));
        assertThat(s.l90()).isCloseTo(10, within(1e-9));
    }

    @Test
    void a_day_above_what_is_allowed_is_an_excursion_of_that_day_alone() {
        // Tuesday and Wednesday: eight hours at 88 dB are twice what is allowed, at 84 dB less
        double[] levels = new double[48];
        Arrays.fill(levels, 60);
        Arrays.fill(levels, 0, 8, 88);
        Arrays.fill(levels, 24, 32, 84);
        JudgedRecord record = record(SIX, Duration.ofHours(1), levels);
        Judgement j = Judge.judge(record, new Limits("", List.of(DAY.rule("Leq", NoiseDose.Scheme.ISO_85))), PARIS);
        assertThat(j.ofValues()).hasSize(1);
        assertThat(j.ofValues().get(0).span().getStart()).isEqualTo(SIX);
        // 2^(3/3) times the dose
        assertThat(j.ofValues().get(0).peak()).isCloseTo(200, within(1e-9));
        // the record begins with it, and goes on after it
        assertThat(j.ofValues().get(0).openAtStart()).isTrue();
        assertThat(j.ofValues().get(0).openAtEnd()).isFalse();
        // on the second day it is an excursion in the middle of the record
        Arrays.fill(levels, 0, 8, 60);
        Arrays.fill(levels, 24, 32, 88);
        Judgement later = Judge.judge(
                record(SIX, Duration.ofHours(1), levels),
                new Limits("", List.of(DAY.rule("Leq", NoiseDose.Scheme.ISO_85))),
                PARIS);
        assertThat(later.ofValues().get(0).openAtStart()).isFalse();
        assertThat(later.ofValues().get(0).openAtEnd()).isFalse();
    }

    @Test
    void the_greatest_of_a_shift_is_the_greatest_that_was_recorded_and_no_mean() {
        TimeAxis axis = TimeAxis.of(SIX, Duration.ofHours(2), 4);
        JudgedRecord both = JudgedRecord.of(List.of(
                Series.of(Channel.of("Leq", "dB(A)"), axis, new double[] {85, 90, 95, 78}, null),
                Series.of(Channel.of("Lmax", "dB(A)"), axis, new double[] {91, 103.4, 101, 80}, null)));
        ShiftSound s =
                ShiftSound.of(both.sources().get(0), both.sources().get(1), DAY).get(0);
        assertThat(s.max()).isEqualTo(103.4);
        assertThat(s.leq())
                .isEqualTo(
                        shifts(SIX, Duration.ofHours(2), 85, 90, 95, 78).get(0).leq());
        assertThat(List.of("Lmax", "LAFmax", "Hall Lmax", "LASmax 1")).allMatch(LevelNames::greatest);
        assertThat(List.of("Leq", "LAeq", "Lmin", "Climax", "Temperature max")).noneMatch(LevelNames::greatest);
    }

    @Test
    void a_shift_has_days_and_lasts() {
        assertThatThrownBy(() -> new WorkingShift(LocalTime.NOON, LocalTime.NOON, WEEK, PARIS))
                .hasMessageContaining("cannot end");
        assertThatThrownBy(() -> new WorkingShift(LocalTime.NOON, LocalTime.MIDNIGHT, Set.of(), PARIS))
                .hasMessageContaining("at least one day");
        assertThat(NoiseDose.Scheme.of("iso80")).contains(NoiseDose.Scheme.ISO_80);
        assertThat(NoiseDose.Scheme.of("none")).isEmpty();
    }
}
