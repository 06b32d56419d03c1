package org.pelerin.app.platform.web;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

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
}
