package org.pelerin.app.review;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.StringReader;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.pelerin.app.PlainShow;
import org.xml.sax.InputSource;

/** A drawing of what is shown has what lies over the lines, each in its place. */
class ChartDrawingTest {

    private static final long HOUR = 3_600_000;
    private static final List<Chart.Columns> COLUMNS =
            List.of(new Chart.Columns(List.of(0L, HOUR, 2 * HOUR, 3 * HOUR), true, false, 4 * HOUR));
    private static final List<Chart.Line> LINES = List.of(
            new Chart.Line(0, "Air", "°C", 0, List.of(2d, 4d, 9d, 3d), List.of(2d, 4d, 9d, 3d), List.of()),
            new Chart.Line(1, "Core", "°C", 0, List.of(3d, 3d, 3d, 3d), List.of(3d, 3d, 3d, 3d), List.of()));
    private static final DrawnOver OVER = new DrawnOver(
            Map.of(
                    0, new DrawnOver.Sides(Double.NEGATIVE_INFINITY, 6),
                    1, new DrawnOver.Sides(1, Double.POSITIVE_INFINITY)),
            List.of(new DrawnOver.Stretch(2 * HOUR, 3 * HOUR, "above")),
            List.of(new DrawnOver.Stretch(3 * HOUR, 4 * HOUR, "missing")),
            List.of(new DrawnOver.Event(HOUR, "●", "marker & <button>")));

    private static String drawn(boolean aLine, DrawnOver over) {
        return ChartDrawing.of(
                "Mission 1",
                COLUMNS,
                LINES,
                0,
                4 * HOUR,
                672,
                aLine,
                over,
                ZoneOffset.UTC,
                PlainShow.in(ZoneOffset.UTC));
    }

    /** 600 wide from 60 on: an hour is 150. */
    @Test
    void limits_excursions_gaps_and_events_are_drawn_where_they_are() throws Exception {
        String svg = drawn(false, OVER);
        DocumentBuilderFactory.newInstance().newDocumentBuilder().parse(new InputSource(new StringReader(svg)));
        assertThat(svg).contains("limit 6\u00a0°C (Air)").contains("limit 1\u00a0°C (Core)");
        assertThat(svg).containsPattern("<rect x=\"360.0\" y=\"\\d+\" width=\"150.0\" height=\"4\" fill=\"#b8431f\"/>");
        assertThat(svg).containsPattern("<rect x=\"510.0\" y=\"\\d+\" width=\"150.0\" height=\"8\" fill=\"#a67f12\"/>");
        assertThat(svg).contains("marker &amp; &lt;button&gt;").contains("M210.0 ");
        // marks of time at full hours
        assertThat(svg).contains(">01:00</text>").contains(">04:00</text>");
    }

    /** The limit of 6 °C lies within the panel that shows up to 9: its line is above that of 3 °C. */
    @Test
    void a_limit_lies_among_the_values() {
        Matcher m = Pattern.compile("M60 ([0-9.]+)H660\" stroke=\"#1f5a4c\"").matcher(drawn(false, OVER));
        List<Double> at = new ArrayList<>();
        while (m.find()) {
            at.add(Double.valueOf(m.group(1)));
        }
        assertThat(at).hasSize(2);
        // from 1 to 9 of 220 with 7 % of room at both ends: 5 °C apart are 5 / 9.12 of it
        assertThat(at.get(0) - at.get(1)).isCloseTo(220 * 5 / 9.12, org.assertj.core.api.Assertions.within(0.2));
    }

    @Test
    void in_panels_by_line_each_has_its_own_limits() {
        String svg = drawn(true, OVER);
        int core = svg.indexOf("limit 1");
        assertThat(svg.indexOf("limit 6")).isPositive().isLessThan(core);
        // one panel a line: two frames
        assertThat(svg.split("stroke=\"#c5ccc6\"", -1)).hasSize(3);
        assertThat(svg).contains("limit 6\u00a0°C<").contains("limit 1\u00a0°C<");
    }

    @Test
    void what_is_switched_off_is_not_drawn() {
        String svg = drawn(false, OVER.without(Set.of("limits", "excursions", "events")));
        assertThat(svg)
                .doesNotContain("limit ")
                .doesNotContain("#b8431f")
                .doesNotContain("marker")
                .doesNotContain("#a67f12");
    }
}
