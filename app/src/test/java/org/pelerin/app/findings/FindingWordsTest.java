package org.pelerin.app.findings;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;
import org.pelerin.app.PlainShow;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.unit.ShownUnits;

class FindingWordsTest {

    private static final Instant AT = Instant.parse("2026-03-02T00:00:00Z");
    private static final FindingWords PLAIN = new FindingWords(ShownUnits.RECORDED, PlainShow.in(ZoneOffset.UTC));

    private static Finding finding(FindingKind kind, Finding.Lead lead, int parts) {
        Finding.Work nothing = new Finding.Work(null, null, null, null, "", "", null, null, null, null);
        return new Finding(
                1,
                kind,
                FindingState.OPEN,
                Severity.MAJOR,
                false,
                "Its clock was 3 min fast",
                lead,
                new Finding.Extent(AT, AT.plusSeconds(3600), parts, 1),
                new Finding.Subject(7, "PL-1", null, null, "", null),
                nothing,
                AT,
                false,
                null);
    }

    private static String of(FindingWords words, String direction, Double limit, Double peak, int parts) {
        Finding f = finding(FindingKind.DEPARTURE, new Finding.Lead("Air", "", direction, "°C", limit, peak), parts);
        return words.of(f).replace('\u00a0', ' ');
    }

    @Test
    void a_departure_is_told_with_its_limit_and_how_far_it_went() {
        assertThat(of(PLAIN, "above", 14.0, 19.54, 1)).isEqualTo("Air above 14 °C, up to 19.5 °C");
        assertThat(of(PLAIN, "below", 2.5, -1.0, 3)).isEqualTo("Air below 2.5 °C, down to −1.0 °C, and 2 more");
        assertThat(of(PLAIN, "gap", null, null, 1)).isEqualTo("Air without data");
        // of both sides, the one that its peak lies on
        assertThat(of(PLAIN, "outside", 6.0, 9.0, 1)).startsWith("Air above 6 °C");
        assertThat(of(PLAIN, "outside", 1.0, -2.0, 1)).startsWith("Air below 1 °C");
    }

    @Test
    void in_ones_own_units() {
        FindingWords own = new FindingWords(ShownUnits.FAHRENHEIT, PlainShow.in(ZoneOffset.UTC));
        // 14 °C and 20 °C
        assertThat(of(own, "above", 14.0, 20.0, 1)).isEqualTo("Air above 57.2 °F, up to 68.0 °F");
    }

    @Test
    void what_a_logger_shows_of_itself_is_told_as_it_was_found() {
        Finding f = finding(FindingKind.CLOCK, new Finding.Lead("", "", "", "", null, null), 0);
        assertThat(PLAIN.of(f)).isEqualTo("Its clock was 3 min fast");
        assertThat(f.mark()).isEqualTo("◇");
    }
}
