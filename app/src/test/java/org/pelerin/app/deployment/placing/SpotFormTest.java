package org.pelerin.app.deployment.placing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.app.places.Spot;
import org.pelerin.core.plan.Deployment;

/** A spot as it is typed: what hangs in water is reckoned and held against what is said, limits are one a unit. */
class SpotFormTest {

    private static SpotForm form(Consumer<SpotForm> typed) {
        SpotForm f = SpotForm.blank(3);
        f.name = "Spring chamber";
        typed.accept(f);
        return f;
    }

    private static Spot read(Consumer<SpotForm> typed) {
        SpotForm.Parsed p = form(typed).parse();
        assertThat(p.errors()).isEmpty();
        return p.spot();
    }

    private static Map<String, String> errors(Consumer<SpotForm> typed) {
        return form(typed).parse().errors();
    }

    /** Casing to water 3.2 m, a cable of 5 m: 1.8 m deep. */
    @Test
    void the_depth_follows_from_cable_and_water() {
        Spot s = read(f -> {
            f.staticLevel = "3,2";
            f.cable = "5";
        });
        assertThat(s.depth()).isEqualTo(1.8);
        assertThat(s.siteId()).isEqualTo(3);
        // what agrees may be said too
        assertThat(read(f -> {
                            f.staticLevel = "3.2";
                            f.cable = "5";
                            f.depth = "1.8";
                        })
                        .depth())
                .isEqualTo(1.8);
    }

    @Test
    void a_cable_that_is_too_short_hangs_above_the_water_or_does_not_agree_is_said() {
        assertThat(errors(f -> {
                    f.staticLevel = "3.2";
                    f.keptClear = "1";
                    f.margin = "0.5";
                    f.cable = "4";
                }))
                .containsEntry(
                        "cable",
                        "It must be at least 4.7 m: down to the water, past what is kept clear, plus the margin");
        assertThat(errors(f -> {
                    f.staticLevel = "5";
                    f.cable = "5";
                }))
                .containsKey("cable");
        assertThat(errors(f -> {
                    f.staticLevel = "3.2";
                    f.cable = "5";
                    f.depth = "4";
                }))
                .containsEntry(
                        "depth",
                        "With this cable and water level it hangs 1.8 m deep. Leave this field empty to have it calculated");
    }

    @Test
    void limits_are_one_a_unit_with_the_lower_below_the_upper() {
        Spot s = read(f -> {
            f.limits.get(0).unit = "°C";
            f.limits.get(0).low = "2";
            f.limits.get(0).high = "8";
            f.limits.get(1).unit = "%RH";
            f.limits.get(1).high = "95";
        });
        assertThat(s.demands())
                .containsExactly(new Deployment.Demand("°C", 2.0, 8.0), new Deployment.Demand("%RH", null, 95.0));
        assertThat(errors(f -> {
                    f.limits.get(0).unit = "°C";
                    f.limits.get(0).low = "8";
                    f.limits.get(0).high = "8";
                }))
                .containsKey("limits[0].high");
        assertThat(errors(f -> {
                    f.limits.get(0).unit = "°C";
                    f.limits.get(0).high = "8";
                    f.limits.get(1).unit = "°C";
                    f.limits.get(1).high = "9";
                }))
                .containsEntry("limits[1].unit", "Use one line per unit");
        assertThat(errors(f -> f.limits.get(2).high = "9")).containsEntry("limits[2].unit", "Enter a unit");
    }

    @ParameterizedTest
    @CsvSource({
        "name, ' ', name",
        "collectDays, 0, collectDays",
        "collectDays, 1.5, collectDays",
        "collectDays, 4000, collectDays",
        "depth, -1, depth",
        "depth, 1001, depth",
        "depth, deep, depth",
        "cable, '1,000', cable",
        "plan, x, plan"
    })
    void what_cannot_be_is_said_at_its_field(String field, String text, String at) throws ReflectiveOperationException {
        SpotForm f = form(x -> {});
        SpotForm.class.getField(field).set(f, text);
        assertThat(f.parse().errors()).containsKey(at);
    }

    @Test
    void a_spot_goes_into_the_form_and_out_again_as_it_was() {
        Spot s = read(f -> {
            f.surroundings = "well or spring";
            f.plan = "4";
            f.collectDays = "30";
            f.staticLevel = "3.2";
            f.keptClear = "0.5";
            f.margin = "0.25";
            f.cable = "5";
            f.notes = "Forest track";
            f.limits.get(0).unit = "m";
            f.limits.get(0).low = "0.5";
        });
        Spot again = SpotForm.of(s).parse().spot();
        assertThat(again).isEqualTo(s);
        assertThat(SpotForm.of(s).limits).hasSizeGreaterThanOrEqualTo(3);
        assertThat(List.of(again.planId(), again.collectDays().longValue())).isEqualTo(List.of(4L, 30L));
    }
}
