package org.pelerin.app.loggers.library;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.core.exchange.SensorDocument;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;

class SensorFormTest {

    @Test
    void every_ready_sensor_comes_back_from_its_form() {
        for (Sensor sensor : SensorDocument.ready()) {
            SensorForm form = SensorForm.of(sensor);
            FieldReader typed = new FieldReader();
            Sensor back = form.parse(typed);
            assertThat(typed.errors()).as(sensor.name()).isEmpty();
            // a supply is named after what it feeds
            assertThat(back.scaling()).isEqualTo(sensor.scaling());
            assertThat(back.supply() == null).isEqualTo(sensor.supply() == null);
            if (sensor.supply() == null) {
                assertThat(back).isEqualTo(sensor);
            }
            ScalingPreview preview = ScalingPreview.of(form, back.scaling(), new FieldReader());
            assertThat(preview.path()).as(sensor.name()).startsWith("M");
        }
    }

    private static SensorForm form(String scaling) {
        SensorForm form = new SensorForm();
        form.name = "Mine";
        form.scaling = scaling;
        return form;
    }

    private static FieldReader errors(SensorForm form) {
        FieldReader typed = new FieldReader();
        assertThat(form.parse(typed)).isNull();
        return typed;
    }

    @Test
    void each_mistake_is_told_at_its_field() {
        SensorForm twoPoint = form("twoPoint");
        twoPoint.raw2 = "4";
        assertThat(errors(twoPoint).errors()).containsOnlyKeys("raw2");
        SensorForm table = form("table");
        table.table = "1 2\n3";
        assertThat(errors(table).errors().get("table")).startsWith("Row 2 needs two numbers");
        table.table = "3 2\n1 4";
        assertThat(errors(table).errors().get("table")).contains("row 2 does not");
        SensorForm polynomial = form("polynomial");
        polynomial.coefficients = "1; 2; 3; 4; 5; 6; 7";
        assertThat(errors(polynomial).errors()).containsOnlyKeys("coefficients");
        SensorForm formula = form("formula");
        formula.formula = "x +";
        assertThat(errors(formula).errors().get("formula")).isEqualTo("At character 4: The formula ends too early");
        SensorForm range = form("none");
        range.low = "5";
        range.high = "5";
        assertThat(errors(range).errors()).containsOnlyKeys("high");
        SensorForm nameless = form("none");
        nameless.name = " ";
        assertThat(errors(nameless).errors()).containsOnlyKeys("name");
        SensorForm platinum = form("platinum");
        platinum.input = "RESISTANCE";
        platinum.r0 = "-100";
        assertThat(errors(platinum).errors()).containsOnlyKeys("r0");
        SensorForm decimals = form("none");
        decimals.decimals = "9";
        assertThat(errors(decimals).errors()).containsOnlyKeys("decimals");
    }

    @Test
    void a_table_from_a_spreadsheet_is_read() {
        SensorForm table = form("table");
        table.table = "0\t10\r\n2,5\t20\r\n5;0\r\n";
        Sensor sensor = table.parse(new FieldReader());
        assertThat(((Scaling.Table) sensor.scaling()).points())
                .containsExactly(new Scaling.Point(0, 10), new Scaling.Point(2.5, 20), new Scaling.Point(5, 0));
    }

    @Test
    void the_preview_works_one_value_out() {
        SensorForm form = form("twoPoint");
        form.raw = "7,2";
        form.value2 = "5";
        form.unit = "bar";
        assertThat(ScalingPreview.of(form, form.scaling(new FieldReader()), new FieldReader())
                        .result())
                .isEqualTo("1 bar");
        SensorForm type = form("thermocouple");
        type.input = "THERMOCOUPLE";
        type.unit = "°C";
        // 500 °C against terminals at 25 °C: 20.644286 − 1.000242 mV
        type.low = "-270";
        type.high = "1372";
        type.raw = "19.644044";
        assertThat(ScalingPreview.of(type, type.scaling(new FieldReader()), new FieldReader())
                        .result())
                .isEqualTo("500 °C");
        type.raw = "99";
        assertThat(ScalingPreview.of(type, type.scaling(new FieldReader()), new FieldReader())
                        .result())
                .contains("sensor fault");
    }

    @Test
    void what_lies_outside_the_range_is_a_fault_in_the_preview_too() {
        SensorForm form = form("twoPoint");
        form.raw1 = "4";
        form.value1 = "-20";
        form.raw2 = "20";
        form.value2 = "180";
        form.low = "-20";
        form.high = "180";
        form.unit = "°C";
        form.raw = "23.2";
        assertThat(ScalingPreview.of(form, form.scaling(new FieldReader()), new FieldReader())
                        .result())
                .isEqualTo("sensor fault: 220\u00a0°C is outside −20 … 180");
        form.raw = "20";
        assertThat(ScalingPreview.of(form, form.scaling(new FieldReader()), new FieldReader())
                        .result())
                .isEqualTo("180 °C");
    }

    @Test
    void a_formula_without_any_value_is_not_saved() {
        SensorForm form = form("formula");
        form.formula = "x/0";
        assertThat(errors(form).errors().get("formula")).startsWith("No value anywhere from x = 4 to 20");
        // one that has no value at some place only is: there it is a fault
        form.formula = "1/(x - 12)";
        assertThat(form.parse(new FieldReader())).isNotNull();
        form.rawLow = "4";
        form.rawHigh = "20";
        assertThat(errors(form).errors().get("formula")).startsWith("No value at x = 12");
    }
}
