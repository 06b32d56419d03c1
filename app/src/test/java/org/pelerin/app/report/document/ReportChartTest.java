package org.pelerin.app.report.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.app.PlainShow;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.report.dossier.Dossier;
import org.pelerin.app.report.dossier.SampleDossier;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

/** Pictures in documents. */
class ReportChartTest {

    @Test
    void a_drawing_escapes_labels_and_leaves_gaps_open() {
        Formats show = PlainShow.in(SampleDossier.PARIS);
        Dossier d = SampleDossier.of(12, 13, Double.NaN, 13, 12);
        String svg = ReportChart.draw(d, List.of(d.series().get(0)), show);
        String path = svg.substring(svg.lastIndexOf("<path d=\"") + 9);
        assertThat(path.substring(0, path.indexOf('"'))
                        .chars()
                        .filter(c -> c == 'M')
                        .count())
                .isEqualTo(2);
        assertThat(svg).doesNotContain("NaN");
    }

    private static Series line(String label, String unit) {
        return Series.of(
                Channel.of(label, unit),
                TimeAxis.of(SampleDossier.START, Duration.ofMinutes(10), 3),
                new double[] {1, 2, 3},
                null);
    }

    /** Fourteen lines are three pictures, not fourteen; what has a limit comes first. */
    @Test
    void lines_of_one_quantity_share_a_picture_of_at_most_six() {
        Dossier d = SampleDossier.of(12, 13, 14);
        List<Series> all = new ArrayList<>();
        IntStream.rangeClosed(1, 11).mapToObj(i -> line("Point " + i, "°C")).forEach(all::add);
        all.add(line("Humidity", "%RH"));
        all.add(line("Humidity 2", "%RH"));
        all.add(line("Door", ""));
        String limited = d.series().get(0).label();
        all.add(line(limited, "°C"));
        List<List<Series>> groups = ReportChart.groups(d, all);
        assertThat(groups.stream().map(List::size)).containsExactly(6, 6, 2, 1);
        assertThat(groups.get(0).get(0).label()).isEqualTo(limited);
        String svg = ReportChart.draw(d, groups.get(0), PlainShow.in(SampleDossier.PARIS));
        assertThat(svg).contains(">Point 1<", ">Point 5<", "stroke-dasharray").doesNotContain("NaN");
        // names do not lie on each other
        List<Double> rows = Pattern.compile("<text x=\"586.0\" y=\"([\\d.]+)\"")
                .matcher(svg)
                .results()
                .map(r -> Double.valueOf(r.group(1)))
                .sorted()
                .toList();
        assertThat(rows).hasSize(6);
        for (int i = 1; i < rows.size(); i++) {
            assertThat(rows.get(i) - rows.get(i - 1)).isGreaterThan(10.5);
        }
    }

    @ParameterizedTest
    @CsvSource({"0.7,1", "1,1", "1.2,2", "3,5", "7,10", "0.03,0.05", "420,500"})
    void steps_are_one_two_or_five(double least, double step) {
        assertThat(ReportChart.niceStep(least)).isCloseTo(step, org.assertj.core.api.Assertions.within(1e-9));
    }
}
