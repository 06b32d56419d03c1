package org.pelerin.app.review;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.core.derive.Derivation;
import org.pelerin.core.derive.Derived;
import org.pelerin.core.exchange.DerivedDocument;

/** What is typed to derive a series: whatever the form lets through the core's reader takes, and what it does not is said at its field. */
class DerivedFormTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");

    private static DerivedForm form(DerivedForm.Kind kind, Consumer<DerivedForm> typed) {
        DerivedForm f = new DerivedForm();
        f.kind = kind;
        f.channel = "Air";
        f.channels = List.of("U1", "U2", "U3");
        f.minus = "Core";
        f.text = "x * 2";
        f.temperature = "Air";
        f.humidity = "RH";
        f.pressure = "Pressure";
        f.barometer = "Hut";
        typed.accept(f);
        return f;
    }

    /** As the core reads what the form made. */
    private static Derived read(DerivedForm f) {
        FieldReader reader = new FieldReader();
        String definition = f.definition(reader, PARIS).orElseThrow(() -> new AssertionError(reader.errors()));
        return DerivedDocument.read("{\"derived\": [" + definition + "]}").get(0);
    }

    private static Map<String, String> errors(DerivedForm f) {
        FieldReader reader = new FieldReader();
        assertThat(f.definition(reader, PARIS)).isEmpty();
        return reader.errors();
    }

    @ParameterizedTest
    @EnumSource(DerivedForm.Kind.class)
    void every_kind_as_it_is_offered_is_understood_by_the_core(DerivedForm.Kind kind) {
        Derived d = read(form(kind, f -> {}));
        assertThat(d.name()).isEqualTo(form(kind, f -> {}).proposed());
        assertThat(d.unit()).isNull();
    }

    @Test
    void windows_are_on_the_sites_clock_unless_they_begin_with_the_record() {
        Derivation.OfWindow clock = (Derivation.OfWindow)
                read(form(DerivedForm.Kind.BLOCK_MEAN, f -> f.window = "6 h")).how();
        assertThat(clock.window()).isEqualTo(Duration.ofHours(6));
        assertThat(clock.zone()).isEqualTo(PARIS);
        assertThat(clock.coverage()).isEqualTo(75);
        Derivation.OfWindow start = (Derivation.OfWindow) read(form(DerivedForm.Kind.BLOCK_MAX, f -> {
                    f.anchor = "start";
                    f.coverage = "90";
                }))
                .how();
        assertThat(start.zone()).isNull();
        assertThat(start.coverage()).isEqualTo(90);
    }

    @Test
    void a_total_since_the_start_has_no_window() {
        Derivation.Total whole = (Derivation.Total) read(form(DerivedForm.Kind.TOTAL, f -> {
                    f.sinceStart = true;
                    f.per = "1 min";
                }))
                .how();
        assertThat(whole.window()).isNull();
        assertThat(whole.per()).isEqualTo(Duration.ofMinutes(1));
        Derivation.Total day = (Derivation.Total)
                read(form(DerivedForm.Kind.TOTAL, f -> f.window = "1 d")).how();
        assertThat(day.window()).isEqualTo(Duration.ofDays(1));
        assertThat(day.coverage()).isEqualTo(100);
    }

    @Test
    void water_has_a_density_its_own_or_one_that_follows_from_a_temperature() {
        Derivation.Level salt = (Derivation.Level)
                read(form(DerivedForm.Kind.LEVEL, f -> f.water = "1025")).how();
        assertThat(salt.density()).isEqualTo(1025);
        Derivation.Level own = (Derivation.Level) read(form(DerivedForm.Kind.LEVEL, f -> {
                    f.water = "own";
                    f.density = "1003,5";
                    f.gravity = "9.81";
                    f.uncovered = "hold";
                    f.referenceAt = "2026-07-01T12:00";
                    f.reference = "2.4";
                    f.referenceIs = "elevation";
                }))
                .how();
        assertThat(own.density()).isEqualTo(1003.5);
        assertThat(own.gravity()).isEqualTo(9.81);
        assertThat(own.uncovered()).isEqualTo(Derivation.Uncovered.HOLD);
        // noon of summer in Paris
        assertThat(own.reference())
                .isEqualTo(new Derivation.Reference(Instant.parse("2026-07-01T10:00:00Z"), 2.4, false));
        Derivation.Level follows = (Derivation.Level)
                read(form(DerivedForm.Kind.LEVEL, f -> f.water = "follows")).how();
        assertThat(follows.density()).isNull();
        assertThat(follows.temperature()).isEqualTo("Air");
    }

    @Test
    void a_shift_is_of_chosen_days_or_of_all() {
        Derivation.ShiftDose all = (Derivation.ShiftDose)
                read(form(DerivedForm.Kind.DOSE, f -> {})).how();
        assertThat(all.days()).hasSize(7);
        assertThat(all.from()).isEqualTo(LocalTime.of(6, 0));
        Derivation.ShiftDose some = (Derivation.ShiftDose) read(form(DerivedForm.Kind.DOSE, f -> {
                    f.days = List.of("MON", "FRI");
                    f.shiftFrom = "22:00";
                    f.shiftTo = "06:00";
                    f.threshold = "80";
                }))
                .how();
        assertThat(some.days()).hasSize(2);
        assertThat(some.threshold()).isEqualTo(80);
    }

    @Test
    void a_name_and_a_unit_that_are_typed_count() {
        Derived d = read(form(DerivedForm.Kind.FORMULA, f -> {
            f.name = "  Twice  ";
            f.unit = "K";
        }));
        assertThat(d.name()).isEqualTo("Twice");
        assertThat(d.unit().symbol()).isEqualTo("K");
    }

    @ParameterizedTest
    @CsvSource({
        "MOVING_MEAN, channel, '', channel",
        "MOVING_MEAN, samples, 0, samples",
        "MOVING_MEAN, samples, 2.5, samples",
        "BLOCK_MIN, window, soon, window",
        "BLOCK_MIN, window, 0 s, window",
        "BLOCK_MEAN, coverage, most, coverage",
        "RATE, per, '', per",
        "DIFFERENCE, minus, ' ', minus",
        "FORMULA, text, '', text",
        "DEW_POINT, humidity, '', humidity",
        "LEVEL, barometer, '', barometer",
        "LEVEL, reference, 2, referenceAt",
        "LEVEL, referenceAt, 2026-02-30T10:00, referenceAt",
        "ROLLING_MKT, enthalpy, much, enthalpy",
        "DOSE, criterion, '', criterion",
        "DOSE, exchange, x, exchange",
        "DOSE, shiftFrom, '', shiftFrom"
    })
    void what_is_missing_or_wrong_is_said_at_its_field(DerivedForm.Kind kind, String field, String text, String at)
            throws ReflectiveOperationException {
        DerivedForm f = form(kind, x -> {});
        DerivedForm.class.getField(field).set(f, text);
        assertThat(errors(f)).containsKey(at);
    }

    @Test
    void several_channels_have_to_be_chosen_where_several_are_needed() {
        for (DerivedForm.Kind kind : List.of(DerivedForm.Kind.FORMULA, DerivedForm.Kind.UNBALANCE)) {
            assertThat(errors(form(kind, f -> f.channels = List.of()))).containsKey("channels");
        }
    }

    @Test
    void a_name_that_is_too_long_is_refused_and_one_that_is_proposed_never_is() {
        assertThat(errors(form(DerivedForm.Kind.RATE, f -> f.name = "n".repeat(400))))
                .containsKey("name");
        assertThat(form(DerivedForm.Kind.RATE, f -> f.channel = "c".repeat(400)).proposed())
                .hasSizeLessThan(400);
    }
}
