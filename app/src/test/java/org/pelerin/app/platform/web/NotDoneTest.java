package org.pelerin.app.platform.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.dao.CannotAcquireLockException;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.web.servlet.mvc.support.RedirectAttributesModelMap;

class NotDoneTest {

    @ParameterizedTest
    @CsvSource({
        "/rounds/7/tasks/3/move, /rounds/7",
        "/files/9/take, /files/9",
        "/rounds/7, /rounds/7",
        "/rounds, /rounds"
    })
    void the_word_is_said_on_the_page_of_the_thing(String asked, String shown) {
        assertThat(NotDone.thing(asked)).isEqualTo(shown);
    }

    @ParameterizedTest
    @CsvSource({
        "http://localhost:8080/places/new?site=3, /places/new?site=3",
        "http://elsewhere:8080/places/new, /places",
        "http://localhost//elsewhere, /places",
        "no address, /places",
        ", /places"
    })
    void who_is_overtaken_comes_back_to_the_form(String referer, String shown) {
        MockHttpServletRequest request = new MockHttpServletRequest("POST", "/places");
        if (referer != null) {
            request.addHeader("Referer", referer);
        }
        RedirectAttributesModelMap flash = new RedirectAttributesModelMap();
        assertThat(new NotDone().overtaken(new CannotAcquireLockException("lost"), request, flash))
                .isEqualTo("redirect:" + shown);
        assertThat(flash.getFlashAttributes().get("refused").toString()).contains("Save again");
    }

    @Test
    void a_page_that_is_only_read_is_not_sent_round_in_a_circle() {
        assertThatThrownBy(() -> new NotDone()
                        .overtaken(
                                new CannotAcquireLockException("lost"),
                                new MockHttpServletRequest("GET", "/places"),
                                new RedirectAttributesModelMap()))
                .isInstanceOf(CannotAcquireLockException.class);
    }
}
