package org.pelerin.app.organisation.account;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SignInGateTest {

    @ParameterizedTest
    @CsvSource({"1,30", "2,60", "3,120", "5,480", "6,900", "7,900", "1000,900"})
    void each_further_try_waits_twice_as_long_up_to_a_quarter_of_an_hour(int more, long seconds) {
        assertThat(SignInGate.waitAfter(more)).isEqualTo(Duration.ofSeconds(seconds));
    }
}
