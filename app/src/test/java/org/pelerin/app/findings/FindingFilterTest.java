package org.pelerin.app.findings;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;
import org.pelerin.core.judge.Severity;

class FindingFilterTest {

    private static final Clock CLOCK = Clock.fixed(Instant.parse("2026-03-19T07:40:00Z"), ZoneOffset.UTC);

    @Test
    void the_address_keeps_what_is_asked_and_nothing_else() {
        FindingFilter f = new FindingFilter();
        assertThat(f.with("", null)).isEqualTo("/findings");
        f.which = FindingFilter.Which.CLOSED;
        f.site = 3L;
        f.owner = "tech & co";
        assertThat(f.with("", null)).isEqualTo("/findings?which=CLOSED&site=3&owner=tech%20%26%20co");
        assertThat(f.with("site", null)).isEqualTo("/findings?which=CLOSED&owner=tech%20%26%20co");
        assertThat(f.with("which", FindingFilter.Which.WAITING)).startsWith("/findings?site=3");
        assertThat(f.at("/findings/7")).startsWith("/findings/7?which=CLOSED&site=3");
    }

    @Test
    void what_is_left_open_matters_not() {
        FindingFilter f = new FindingFilter();
        f.which = null;
        f.owner = " ";
        f.logger = null;
        FindingFilter.Wanted w = f.wanted(LocalDate.now(CLOCK));
        assertThat(w.which()).isEqualTo("WAITING");
        assertThat(w.owner()).isNull();
        assertThat(w.logger()).isNull();
        assertThat(w.today()).isNull();
        assertThat(f.any()).isFalse();
    }

    @Test
    void overdue_is_what_was_due_before_today() {
        FindingFilter f = new FindingFilter();
        f.overdue = true;
        f.severity = Severity.MAJOR;
        assertThat(f.wanted(LocalDate.now(CLOCK)).today()).isEqualTo(LocalDate.of(2026, 3, 19));
        assertThat(f.wanted(LocalDate.now(CLOCK)).severity()).isEqualTo(2);
        assertThat(f.any()).isTrue();
    }
}
