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

    @ParameterizedTest
    @CsvSource({
        "TANK-{n}, 7, TANK-7",
        "TANK-{n:02}, 7, TANK-07",
        "TANK-{n:02}, 123, TANK-123",
        "{n:03}/{n}, 4, 004/4",
        "TANK-{N}, 7, TANK-{N}",
        "TANK-{n:2}, 7, TANK-{n:2}",
        "TANK-{n:00}, 7, TANK-7"
    })
    void a_number_stands_in_its_place_with_as_many_digits_as_asked_for(String pattern, int n, String name) {
        assertThat(LoggerNames.numbered(pattern, n)).isEqualTo(name);
    }
}
