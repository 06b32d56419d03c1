package org.pelerin.app.missions;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What an address of the missions' list asks the database for, and the address of what is listed. */
class MissionFilterTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");

    @Test
    void nothing_typed_leaves_nothing_out() {
        MissionFilter f = new MissionFilter();
        MissionFilter.Wanted w = f.wanted(PARIS);
        assertThat(f.narrowed()).isFalse();
        assertThat(w.text()).isNull();
        assertThat(w.states()).isEmpty();
        assertThat(w.verdict()).isNull();
        assertThat(f.atPage(0)).isEqualTo("/missions");
    }

    /** So that a name with a percent sign finds itself and nothing else. */
    @Test
    void the_databases_own_signs_are_letters_like_others() {
        MissionFilter f = new MissionFilter();
        f.q = " 50%_a\\b ";
        assertThat(f.wanted(PARIS).text()).isEqualTo("50\\%\\_a\\\\b");
        assertThat(f.narrowed()).isTrue();
    }

    @Test
    void days_are_whole_days_of_the_house_also_where_the_clock_is_changed() {
        MissionFilter f = new MissionFilter();
        f.from = LocalDate.of(2026, 10, 25);
        f.until = LocalDate.of(2026, 10, 25);
        // that Sunday has 25 hours
        assertThat(f.wanted(PARIS).from()).isEqualTo(Instant.parse("2026-10-24T22:00:00Z"));
        assertThat(f.wanted(PARIS).until()).isEqualTo(Instant.parse("2026-10-25T23:00:00Z"));
    }

    @Test
    void how_a_mission_stands_is_a_verdict_or_a_state() {
        MissionFilter f = new MissionFilter();
        f.stands = MissionFilter.Stands.OUTSIDE;
        assertThat(f.wanted(PARIS).verdict()).isEqualTo("excursions");
        assertThat(f.wanted(PARIS).states()).isEmpty();
        f.stands = MissionFilter.Stands.WAITS;
        assertThat(f.wanted(PARIS).verdict()).isNull();
        assertThat(f.wanted(PARIS).states()).isEqualTo(List.of(MissionState.WRITTEN, MissionState.WAITING));
        f.stands = MissionFilter.Stands.REVIEW;
        assertThat(f.wanted(PARIS).review()).isTrue();
        assertThat(f.wanted(PARIS).approval()).isFalse();
        f.stands = MissionFilter.Stands.APPROVAL;
        assertThat(f.wanted(PARIS).review()).isFalse();
        assertThat(f.wanted(PARIS).approval()).isTrue();
    }

    @Test
    void the_address_of_a_page_keeps_what_was_asked_and_nothing_else() {
        MissionFilter f = new MissionFilter();
        f.q = "vault & door?";
        f.spot = 7L;
        f.model = "birch-th";
        f.stands = MissionFilter.Stands.WITHIN;
        f.from = LocalDate.of(2026, 11, 1);
        assertThat(f.atPage(0))
                .isEqualTo("/missions?q=vault%20%26%20door%3F&spot=7&model=birch-th&stands=WITHIN&from=2026-11-01");
        assertThat(f.atPage(3)).endsWith("&page=3");
    }
}
