package org.pelerin.app.fleet.notices;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.app.PlainShow;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.organisation.anchor.Anchor;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.MailAddress;

class NoticeTextTest {

    private static final Formats SHOW = PlainShow.in(ZoneId.of("Europe/Paris"));

    private static final Anchor HEAD = new Anchor(12, "ab".repeat(32), Instant.EPOCH, "", "");

    private static Need need(Need.Kind kind, String serial, String where, String since) {
        return new Need(kind, serial, 1L, where, 3L, since == null ? null : Instant.parse(since), false);
    }

    @Test
    void one_thing_is_the_subject_itself() {
        NoticeText t = NoticeText.of(
                List.of(need(Need.Kind.MEMORY_FULL, "PL-1", "Ash barn / rear", "2026-03-19T07:40:00Z")),
                "http://p",
                HEAD,
                SHOW);
        assertThat(t.subject()).isEqualTo("PL-1: memory is full");
        assertThat(t.text())
                .startsWith(
                        "PL-1, Ash barn / rear: memory is full, Thu 19\u00a0Mar 2026, 08:40 CET\nhttp://p/dock/PL-1\n")
                .contains("http://p/to-do", "http://p/me", "Audit trail, entry 12: " + "ab".repeat(32));
    }

    @Test
    void several_are_counted_and_the_gravest_is_named() {
        NoticeText t = NoticeText.of(
                List.of(need(Need.Kind.MEMORY_FULL, "PL-1", "", null), need(Need.Kind.CLOCK_OFF, "PL-2", "", null)),
                "http://p",
                HEAD,
                SHOW);
        assertThat(t.subject()).isEqualTo("2 items need attention, first PL-1: memory is full");
        assertThat(t.text()).contains("PL-1: memory is full\n", "PL-2: clock offset beyond tolerance\n");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a@b.example|true",
                "a.b+c@d-e.example|true",
                "a@b|true",
                "a|false",
                "@b.example|false",
                "a@|false",
                "Ann <a@b.example>|false",
                "a@b.example, c@d.example|false",
                "a b@c.example|false"
            })
    void an_address_is_one_bare_address(String text, boolean is) {
        assertThat(MailAddress.valid(text)).isEqualTo(is);
    }
}
