package org.pelerin.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LoggerNamesTest {

    /** A number that belongs to the place, such as a shelf's, is left alone. */
    @ParameterizedTest
    @CsvSource({
        "VAULT#09, 15, VAULT#10",
        "VAULT#9, 15, VAULT#10",
        "A#1#099, 15, A#1#100",
        "VAULT#99, 8, VAULT#99",
        "OSTREL-V2-4, 15, OSTREL-V2-4",
        "RUN#, 15, RUN#",
        "#007, 15, #008"
    })
    void the_digits_behind_the_sign_go_up_by_one(String name, int longest, String next) {
        assertThat(LoggerNames.next(name, longest)).isEqualTo(next);
    }
}
