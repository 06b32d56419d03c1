package org.pelerin.app.platform.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PagerTest {

    @ParameterizedTest
    @CsvSource({
        "0, 0, 0, 1, 0, 0, ,",
        "0, 1, 0, 1, 1, 1, ,",
        "0, 60, 0, 1, 1, 60, ,",
        "0, 61, 0, 2, 1, 60, , /x?page=1",
        "1, 61, 1, 2, 61, 61, /x,",
        "1, 150, 1, 3, 61, 120, /x, /x?page=2",
        "-4, 150, 0, 3, 1, 60, , /x?page=1",
        "99, 120, 1, 2, 61, 120, /x,",
        "2147483647, 61, 1, 2, 61, 61, /x,"
    })
    void a_page_that_is_there_and_the_way_to_its_neighbours(
            int asked, long count, int page, int pages, long first, long last, String previous, String next) {
        Pager p = Pager.of(asked, 60, count, Pager.at("/x"));
        assertThat(p.page()).isEqualTo(page);
        assertThat(p.pages()).isEqualTo(pages);
        assertThat(p.first()).isEqualTo(first);
        assertThat(p.last()).isEqualTo(last);
        assertThat(p.previous()).isEqualTo(previous);
        assertThat(p.next()).isEqualTo(next);
        List<Long> all = IntStream.range(0, (int) count).mapToObj(i -> i + 1L).toList();
        assertThat(p.of(all)).hasSize((int) (count == 0 ? 0 : last - first + 1));
        assertThat(p.of(all).stream().findFirst().orElse(0L)).isEqualTo(first);
    }

    @Test
    void other_parameters_of_the_list_stay() {
        assertThat(Pager.at("/to-do?kind=ALARM").apply(2)).isEqualTo("/to-do?kind=ALARM&page=2");
        assertThat(Pager.at("/to-do?kind=ALARM").apply(0)).isEqualTo("/to-do?kind=ALARM");
    }
}
