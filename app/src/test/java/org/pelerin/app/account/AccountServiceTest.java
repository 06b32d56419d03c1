package org.pelerin.app.account;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AccountServiceTest {

    @ParameterizedTest
    @CsvSource({"5,30", "6,60", "7,120", "9,480", "10,900", "11,900", "1000,900"})
    void each_further_failure_blocks_twice_as_long_up_to_a_quarter_of_an_hour(int failures, long seconds) {
        assertThat(AccountService.blockAfter(failures)).isEqualTo(Duration.ofSeconds(seconds));
    }
}
