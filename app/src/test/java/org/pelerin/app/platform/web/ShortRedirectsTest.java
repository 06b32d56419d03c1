package org.pelerin.app.platform.web;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class ShortRedirectsTest {

    @Test
    void an_address_that_no_answer_has_room_for_loses_what_was_asked_and_then_its_path() {
        assertThat(ShortRedirects.shortened("/find?q=" + "x".repeat(3000))).endsWith("xxx");
        assertThat(ShortRedirects.shortened("/find?q=" + "x".repeat(4000))).isEqualTo("/find");
        assertThat(ShortRedirects.shortened("/find#" + "x".repeat(4000))).isEqualTo("/find");
        assertThat(ShortRedirects.shortened("/" + "x".repeat(4000) + "?a=b")).isEqualTo("/");
    }
}
