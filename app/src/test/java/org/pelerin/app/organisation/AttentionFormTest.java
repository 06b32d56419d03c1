package org.pelerin.app.organisation;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import org.junit.jupiter.api.Test;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.core.series.ClockTolerance;

class AttentionFormTest {

    private static final AttentionRules BEFORE = new AttentionRules(
            new ClockTolerance(Duration.ofSeconds(90), 0.5),
            Duration.ofDays(10),
            Duration.ofHours(12),
            Duration.ofDays(45),
            Duration.ofDays(365));

    private final FieldReader read = new FieldReader();

    @Test
    void what_is_shown_is_what_is_read() {
        assertThat(AttentionForm.of(BEFORE).read(read, AttentionRules.DEFAULT)).isEqualTo(BEFORE);
        assertThat(read.errors()).isEmpty();
    }

    @Test
    void a_decimal_comma_is_read_and_what_was_not_sent_stays() {
        AttentionRules rules = new AttentionForm("60", "2,5", null, null, "0", null).read(read, BEFORE);
        assertThat(read.errors()).isEmpty();
        assertThat(rules)
                .isEqualTo(new AttentionRules(
                        new ClockTolerance(Duration.ofSeconds(60), 2.5),
                        Duration.ofDays(10),
                        Duration.ofHours(12),
                        Duration.ZERO,
                        Duration.ofDays(365)));
    }

    @Test
    void each_mistake_is_said_at_its_place_and_changes_nothing() {
        AttentionRules rules = new AttentionForm("0", "-1", "", "1.5", "x", "99999").read(read, BEFORE);
        assertThat(read.errors().keySet())
                .containsExactlyInAnyOrder(
                        "clockSeconds", "clockSecondsPerDay", "visitDays", "startHours", "calibrationDays", "seenDays");
        assertThat(read.errors()).containsEntry("visitDays", "Enter a whole number from 1 to 3650");
        assertThat(rules).isEqualTo(BEFORE);
    }
}
