package org.pelerin.app.platform.rights;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

class OwnSitesInSqlTest {

    private static final String LIST =
            "SELECT 1 FROM a WHERE OWN_SITES(a.site_id) AND OWN_SITES_OR_NONE(COALESCE(b.x, c.y)) LIMIT 3";

    @AfterEach
    void no_request() {
        RequestContextHolder.resetRequestAttributes();
    }

    @Test
    void all_sites_leave_nothing_out() {
        assertThat(OwnSitesInSql.with(LIST, OwnSites.ALL)).isEqualTo("SELECT 1 FROM a WHERE TRUE AND TRUE LIMIT 3");
    }

    @Test
    void given_sites_stand_in_the_statement() {
        assertThat(OwnSitesInSql.with(LIST, new OwnSites.Given(Set.of(12L, 5L))))
                .isEqualTo(
                        "SELECT 1 FROM a WHERE (COALESCE(a.site_id, 0) IN (5, 12)) AND (COALESCE(b.x, c.y) IS NULL OR"
                                + " COALESCE(COALESCE(b.x, c.y), 0) IN (5, 12)) LIMIT 3");
    }

    @Test
    void what_is_asked_may_be_a_question_of_its_own() {
        assertThat(OwnSitesInSql.with("WHERE OWN_SITES(COALESCE(a, (SELECT (b) FROM c), 0)) LIMIT 1", OwnSites.ALL))
                .isEqualTo("WHERE TRUE LIMIT 1");
    }

    @Test
    void without_any_site_there_is_nothing_but_what_belongs_to_none() {
        assertThat(OwnSitesInSql.with("WHERE OWN_SITES(s) AND OWN_SITES_OR_NONE(s)", new OwnSites.Given(Set.of())))
                .isEqualTo("WHERE (FALSE) AND (s IS NULL OR FALSE)");
    }

    @Test
    void a_request_of_nobody_is_shown_nothing_rather_than_all() {
        RequestContextHolder.setRequestAttributes(new ServletRequestAttributes(new MockHttpServletRequest()));
        assertThatThrownBy(OwnSites::now).isInstanceOf(IllegalStateException.class);
    }

    @Test
    void what_the_application_does_of_itself_sees_all() {
        assertThat(OwnSites.now().all()).isTrue();
    }

    @Test
    void whose_sites_they_are_is_asked_once_a_request_and_only_when_needed() {
        RequestContextHolder.setRequestAttributes(new ServletRequestAttributes(new MockHttpServletRequest()));
        AtomicInteger asked = new AtomicInteger();
        OwnSites.inThisRequest(() -> {
            asked.incrementAndGet();
            return new OwnSites.Given(Set.of(3L));
        });
        assertThat(asked).hasValue(0);
        assertThat(OwnSites.now().holds(3L)).isTrue();
        assertThat(OwnSites.now().holds(4L)).isFalse();
        assertThat(OwnSites.now().holds(null)).isTrue();
        assertThat(asked).hasValue(1);
    }
}
