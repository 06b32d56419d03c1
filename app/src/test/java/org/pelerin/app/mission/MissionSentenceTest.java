package org.pelerin.app.mission;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.app.PlainShow;
import org.pelerin.app.platform.web.Show;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Judgement;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.stats.Band;
import org.pelerin.core.stats.Statistics;
import tools.jackson.databind.json.JsonMapper;

class MissionSentenceTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");
    private static final Show SHOW = PlainShow.in(PARIS);
    private static final Limits BAND =
            new Limits("x", List.of(Rule.of("band", "Air", new Bound.Outside(10, 14), Lasting.ANY)));

    private static JudgementDocument document(Limits limits, double... values) {
        TimeAxis axis = TimeAxis.of(Instant.parse("2026-03-03T22:00:00Z"), Duration.ofHours(1), values.length);
        Series air = Series.of("Air", "°C", axis, values, null);
        Judgement j = Judge.judge(List.of(air), limits);
        return JudgementDocument.of(
                j,
                List.of(JudgementDocument.Channel.of(Statistics.of(air, new Band(10, 14)))),
                j.excursions().stream()
                        .map(e -> JudgementDocument.Departure.of(
                                e, "°C", e.direction().name().equals("ABOVE") ? 14 : 10, null))
                        .toList());
    }

    private static String sentence(JudgementDocument d, boolean fahrenheit) {
        MissionSentence s = MissionSentence.of(d, PARIS, fahrenheit, SHOW);
        return (s.lead() + s.mark() + s.strong() + s.rest()).replace('\u00a0', ' ');
    }

    @Test
    void the_longest_departure_is_told() {
        JudgementDocument d = document(BAND, 12, 15, 12, 9, 8, 9, 12);
        assertThat(sentence(d, false))
                .isEqualTo(
                        "Outside its limits ▼twice for 4 h in 6 h: “Air” fell to 8.0 °C on Wed 4 Mar 03:00, limit 10.0.");
        assertThat(sentence(d, true)).contains("fell to 46.4 °F").contains("limit 50.0");
    }

    @Test
    void within_always_says_the_coverage() {
        assertThat(sentence(document(BAND, 12, 12, 12), false))
                .isEqualTo("Within its limits for 2 h, with samples for 100 % of the time.");
    }

    @Test
    void little_data_is_told_as_such() {
        assertThat(sentence(document(BAND, 12, Double.NaN, 12), false))
                .startsWith("◇Not conclusive")
                .contains("95 %")
                .contains("Coverage 66.7 %");
        assertThat(sentence(document(new Limits("none", List.of()), 12, 12), false))
                .contains("no limits were set");
    }

    @Test
    void a_stored_judgement_comes_back_the_same() {
        JsonMapper json = JsonMapper.builder().build();
        JudgementDocument d = document(BAND, 12, 15, Double.NaN, 9);
        String text = json.writeValueAsString(d);
        assertThat(json.readValue(text, JudgementDocument.class)).isEqualTo(d);
        assertThat(text).contains("\"duration\":\"PT1H\"").contains("\"start\":\"2026-03-03T23:00:00Z\"");
    }
}
