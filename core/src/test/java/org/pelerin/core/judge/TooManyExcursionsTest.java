package org.pelerin.core.judge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

/** A judgement of strangers' limits is bounded in what it tells, over all its rules together. */
class TooManyExcursionsTest {

    private static JudgedRecord toAndFro(int samples) {
        double[] values = new double[samples];
        for (int i = 0; i < samples; i++) {
            values[i] = i % 2 == 0 ? 0 : 10;
        }
        return JudgedRecord.of(List.of(Series.of(
                Channel.of("Air", "°C"),
                TimeAxis.of(Instant.parse("2026-01-01T00:00:00Z"), Duration.ofMinutes(1), samples),
                values,
                null)));
    }

    private static final Limits TWICE = LimitsDocument.read("{\"rules\": ["
            + "{\"id\": \"a\", \"channel\": \"Air\", \"bound\": {\"above\": 5}},"
            + "{\"id\": \"b\", \"channel\": \"Air\", \"bound\": {\"above\": 6}}]}");

    /** 200 samples: 100 times out by each of two rules. */
    @Test
    void what_is_found_counts_over_all_rules() {
        JudgedRecord record = toAndFro(200);
        assertThat(Judge.judge(record, TWICE, null, Map.of(), 200).excursions()).hasSize(200);
        assertThatThrownBy(() -> Judge.judge(record, TWICE, null, Map.of(), 199))
                .isInstanceOf(TooManyExcursionsException.class)
                .hasMessageStartingWith("more than 199 excursions are not told");
        assertThat(Judge.judge(record, TWICE).excursions()).hasSize(200);
    }

    /** A mean of more samples than there are takes no more room than they do. */
    @Test
    void a_moving_mean_of_two_thousand_million_samples_takes_no_memory_and_judges_nothing() {
        Limits huge =
                LimitsDocument.read("{\"rules\": [{\"id\": \"m\", \"channel\": \"Air\", \"bound\": {\"above\": 5},"
                        + " \"basis\": {\"movingMean\": 2000000000}}]}");
        Judgement j = Judge.judge(toAndFro(5_000), huge);
        assertThat(j.verdict()).isEqualTo(Verdict.INCONCLUSIVE);
        assertThat(j.excursions()).isEmpty();
    }
}
