package org.pelerin.app.judge.library;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Side;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

class RehearsedMissionTest {

    private static final Instant START = Instant.parse("2026-03-02T00:00:00Z");
    private static final Instant END = START.plus(Duration.ofHours(10));

    /** Ten hours: 20 °C from the second to the fourth, 30 °C in the eighth. */
    private static JudgementDocument judged(double above) {
        double[] air = {5, 20, 20, 20, 5, 5, 5, 30, 5, 5};
        JudgedRecord record = JudgedRecord.of(
                List.of(Series.of(Channel.of("Air", "°C"), TimeAxis.of(START, Duration.ofHours(1), 10), air, null)));
        Limits limits = new Limits("l", List.of(Rule.of("warm", "Air", new Bound.Above(above), Lasting.ANY)));
        return JudgementDocument.of(record, limits, ZoneOffset.UTC, 83);
    }

    private static RehearsedMission of(double inForce, double tried) {
        return RehearsedMission.of(START, END, "Alarm limits of the plan", judged(inForce), judged(tried), "");
    }

    @Test
    void what_the_set_finds_more_or_does_not_find_is_counted_and_the_verdict_first() {
        RehearsedMission more = of(25, 10);
        assertThat(more.said()).isEqualTo("1 more");
        assertThat(more.tried().told()).isEqualTo("outside limits, 2\u00a0excursions");
        RehearsedMission none = of(25, 40);
        assertThat(none.said()).isEqualTo("outside limits → within limits, 1 fewer");
        assertThat(none.tried().told()).isEqualTo("within limits");
        assertThat(none.differs()).isGreaterThan(more.differs());
        assertThat(of(25, 26).differs()).isZero();
    }

    @Test
    void two_rules_that_find_one_departure_are_two() {
        JudgementDocument once = judged(25);
        JudgementDocument twice = new JudgementDocument(
                once.verdict(),
                once.series(),
                List.of(once.excursions().get(0), once.excursions().get(0)),
                once.gaps(),
                once.coverage(),
                once.reasons());
        assertThat(RehearsedMission.of(START, END, "", once, twice, "").said()).isEqualTo("1 more");
        assertThat(RehearsedMission.of(START, END, "", twice, once, "").said()).isEqualTo("1 fewer");
    }

    @Test
    void departures_lie_on_their_line_where_they_were() {
        List<RehearsedMission.Mark> marks = of(10, 25).inForce().marks();
        // from the first of ten hours on, three long, on a line 240 wide
        assertThat(marks.get(0).x()).isEqualTo(24);
        assertThat(marks.get(0).width()).isEqualTo(72);
        assertThat(marks.get(1).x()).isEqualTo(168);
        assertThat(marks.get(1).side()).isEqualTo(Side.ABOVE);
    }
}
