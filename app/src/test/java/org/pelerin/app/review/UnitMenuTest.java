package org.pelerin.app.review;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.pelerin.app.organisation.units.AskedUnits;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.unit.ShownUnits;

class UnitMenuTest {

    private static JudgementDocument of(String... units) {
        TimeAxis axis = TimeAxis.of(Instant.EPOCH, Duration.ofHours(1), 2);
        List<Series> all = Stream.of(units)
                .map(u -> Series.of(Channel.of("in " + u, u), axis, new double[] {1, 2}, null))
                .toList();
        return JudgementDocument.of(JudgedRecord.of(all), new Limits("", List.of()), ZoneOffset.UTC, 83);
    }

    @Test
    void each_quantity_that_the_record_has_is_offered_once() {
        List<UnitMenu> menus =
                UnitMenu.of(of("°C", "°F", "kPa", "%RH", "mm", "V"), ShownUnits.RECORDED, AskedUnits.of(""));
        assertThat(menus).extracting(UnitMenu::shown).containsExactly("°C", "kPa");
        assertThat(menus.get(0).choices()).extracting(UnitMenu.Choice::symbol).containsExactly("°C", "°F", "K");
    }

    @Test
    void a_choice_keeps_what_was_chosen_for_other_quantities() {
        List<UnitMenu> menus = UnitMenu.of(of("°C", "kPa"), ShownUnits.FAHRENHEIT, AskedUnits.of("f"));
        assertThat(menus.get(0).shown()).isEqualTo("°F");
        assertThat(menus.get(1).choices())
                .filteredOn(c -> c.symbol().equals("hPa"))
                .extracting(UnitMenu.Choice::asked)
                .containsExactly("f,hPa");
    }
}
