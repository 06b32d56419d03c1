package org.pelerin.app.report.document;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.app.PlainShow;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.report.dossier.Dossier;
import org.pelerin.app.report.dossier.SampleDossier;

/** Pictures in documents. */
class ReportChartTest {

    @Test
    void a_drawing_escapes_labels_and_leaves_gaps_open() {
        Formats show = PlainShow.in(SampleDossier.PARIS);
        Dossier d = SampleDossier.of(12, 13, Double.NaN, 13, 12);
        String svg = ReportChart.draw(d, d.series().get(0), show);
        String path = svg.substring(svg.lastIndexOf("<path d=\"") + 9);
        assertThat(path.substring(0, path.indexOf('"'))
                        .chars()
                        .filter(c -> c == 'M')
                        .count())
                .isEqualTo(2);
        assertThat(svg).doesNotContain("NaN");
    }

    @ParameterizedTest
    @CsvSource({"0.7,1", "1,1", "1.2,2", "3,5", "7,10", "0.03,0.05", "420,500"})
    void steps_are_one_two_or_five(double least, double step) {
        assertThat(ReportChart.niceStep(least)).isCloseTo(step, org.assertj.core.api.Assertions.within(1e-9));
    }
}
