package org.pelerin.link.capture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.Series;
import org.pelerin.core.unit.Unit;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionPage;

class CaptureDecoderTest {

    private static final Instant FIRST = Instant.parse("2026-03-03T22:00:00Z");
    private static final int PER_PAGE = MissionPage.recordsPerPage(2, false);

    private static byte[] header() {
        Plan plan = new Plan(
                "birch-th",
                "X",
                Duration.ofMinutes(1),
                new StartCondition.Now(),
                new StopCondition.Wrap(),
                List.of(
                        new ChannelSettings(true, "Air", null, null),
                        new ChannelSettings(true, "Humidity", null, null)));
        return new MissionHeader("PL-20417", 4, plan, FIRST, FIRST, List.of()).encode();
    }

    /** Record r holds the counts r and 2r. */
    private static byte[] page(int mission, long page, int records) {
        int[] counts = new int[records * 2];
        for (int i = 0; i < records; i++) {
            long r = page * PER_PAGE + i;
            counts[2 * i] = (int) r;
            counts[2 * i + 1] = (int) (2 * r);
        }
        return new MissionPage(mission, page, page * PER_PAGE, 2, false, counts).encode();
    }

    private static List<Series> decode(long firstRecord, byte[]... pages) {
        return CaptureDecoder.decode(new Capture(header(), List.of(pages), firstRecord), ClockCorrection.NONE)
                .series();
    }

    @Test
    void counts_become_values_at_their_instants() {
        List<Series> s = decode(0, page(4, 0, PER_PAGE), page(4, 1, 7));
        assertThat(s).extracting(Series::unit).extracting(Unit::symbol).containsExactly("°C", "%RH");
        assertThat(s.get(0).axis().count()).isEqualTo(PER_PAGE + 7);
        // hundredths of a degree, twentieths of a per cent
        assertThat(s.get(0).values(100, 101)).containsExactly(1.0);
        assertThat(s.get(1).values(100, 101)).containsExactly(10.0);
        assertThat(s.get(0).axis().instantAt(100)).isEqualTo(FIRST.plus(Duration.ofMinutes(100)));
    }

    @Test
    void after_a_wrap_the_first_record_kept_begins_the_series() {
        List<Series> s = decode(PER_PAGE + 5, page(4, 1, PER_PAGE), page(4, 2, 10));
        assertThat(s.get(0).axis().count()).isEqualTo(PER_PAGE - 5 + 10);
        assertThat(s.get(0).axis().first()).isEqualTo(FIRST.plus(Duration.ofMinutes(PER_PAGE + 5)));
        assertThat(s.get(0).values(0, 1)).containsExactly((PER_PAGE + 5) / 100.0);
    }

    @Test
    void a_page_that_is_not_there_is_missing_values() {
        Series air = decode(0, page(4, 0, PER_PAGE), page(4, 2, 3)).get(0);
        assertThat(air.missing()).isEqualTo(PER_PAGE);
        assertThat(air.values(PER_PAGE, PER_PAGE + 1)[0]).isNaN();
        assertThat(air.values(2 * PER_PAGE, 2 * PER_PAGE + 1)).containsExactly(2 * PER_PAGE / 100.0);
    }

    @Test
    void pages_of_another_mission_or_out_of_order_are_refused() {
        assertThatThrownBy(() -> decode(0, page(5, 0, 3))).isInstanceOf(MalformedMessageException.class);
        assertThatThrownBy(() -> decode(0, page(4, 1, PER_PAGE), page(4, 0, 3)))
                .isInstanceOf(MalformedMessageException.class);
        byte[] hurt = page(4, 0, 3);
        hurt[40] ^= 1;
        assertThatThrownBy(() -> decode(0, hurt)).hasMessageContaining("damaged");
    }
}
