package org.pelerin.app.fleet.hooks;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Nothing is sent into the network that the machine stands in, however its address is spelt. */
class ReceiversTest {

    private final Receivers none = new Receivers("");

    @ParameterizedTest
    @ValueSource(
            strings = {
                "http://127.0.0.1/",
                "http://2130706433/",
                "http://localhost:8080/",
                "http://0.0.0.0/",
                "http://10.1.2.3/",
                "http://172.16.0.1/",
                "http://172.31.255.254/",
                "http://192.168.1.1/",
                "http://169.254.169.254/latest/",
                "http://100.64.0.1/",
                "http://192.0.0.170/",
                "http://198.18.0.1/",
                "http://224.0.0.1/",
                "http://255.255.255.255/",
                "http://[::1]/",
                "http://[::]/",
                "http://[fe80::1]/",
                "http://[fc00::1]/",
                "http://[fd12:3456::1]/",
                "http://[::ffff:10.0.0.1]/",
                "http://[64:ff9b::a00:1]/",
                "http://[2002:a00:1::]/"
            })
    void an_address_inside_is_refused_and_how_to_allow_it_is_said(String url) {
        assertThat(none.refused(url)).contains("PELERIN_HOOK_EXCEPTIONS");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "http://8.8.8.8/",
                "http://172.32.0.1/",
                "http://100.128.0.1/",
                "http://192.169.0.1/",
                "http://[2001:4860:4860::8888]/",
                "https://a-name-that-nobody-has.invalid/"
            })
    void any_other_may_be_told(String url) {
        assertThat(none.refused(url)).isEmpty();
    }

    @Test
    void what_is_no_host_by_the_standard_of_addresses_is_refused_too() {
        assertThat(none.refused("http://127.1/")).contains("names no host");
    }

    @Test
    void the_installation_names_its_exceptions_by_host() {
        Receivers some = new Receivers("10.1.2.3, [::1] intranet");
        assertThat(some.refused("http://10.1.2.3:8080/told")).isEmpty();
        assertThat(some.refused("http://[::1]/told")).isEmpty();
        assertThat(some.refused("http://10.1.2.4/told")).isNotEmpty();
    }
}
