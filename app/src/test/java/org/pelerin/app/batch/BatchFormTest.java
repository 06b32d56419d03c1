package org.pelerin.app.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.app.place.SpotAt;
import org.pelerin.app.platform.web.Typed;

class BatchFormTest {

    private static final List<SpotAt> SPOTS = List.of(
            new SpotAt(3, "Vault 1, rear", "Ostrel cellars", "Europe/Paris", null),
            new SpotAt(4, "Tank A", "Lirran dairy", "Europe/Paris", null));

    private static List<BatchService.Wanted> wanted(String pattern, String list, String... serials) {
        BatchForm form = new BatchForm();
        form.serials.addAll(List.of(serials));
        form.pattern = pattern;
        form.list = list;
        return form.wanted(SPOTS, new Typed());
    }

    @Test
    void names_count_or_bear_the_serial() {
        assertThat(wanted("VAULT-{n}", "", "PL-1", "PL-2"))
                .extracting(BatchService.Wanted::name)
                .containsExactly("VAULT-1", "VAULT-2");
        assertThat(wanted("V {serial}", "", "PL-1"))
                .extracting(BatchService.Wanted::name)
                .containsExactly("V PL-1");
    }

    @Test
    void a_list_goes_before_the_pattern_and_may_bring_loggers_of_its_own() {
        List<BatchService.Wanted> found = wanted(
                "X-{n}",
                "serial;name;spot\nPL-2;REAR;vault 1, rear\nPL-9\tTANK\tLirran dairy / Tank A\nPL-3",
                "PL-1",
                "PL-2",
                "PL-3");
        assertThat(found)
                .containsExactlyInAnyOrder(
                        new BatchService.Wanted("PL-1", "X-1", null),
                        new BatchService.Wanted("PL-2", "REAR", 3L),
                        new BatchService.Wanted("PL-3", "X-3", null),
                        new BatchService.Wanted("PL-9", "TANK", 4L));
    }

    @Test
    void what_is_wrong_in_a_list_is_told_by_line() {
        BatchForm form = new BatchForm();
        form.list = "PL-1;A;Nowhere";
        Typed typed = new Typed();
        form.wanted(SPOTS, typed);
        assertThat(typed.errors().get("list")).isEqualTo("Line 1: there is no spot “Nowhere”");
        form.list = "PL-1;A\nPL-1;B";
        Typed twice = new Typed();
        form.wanted(SPOTS, twice);
        assertThat(twice.errors().get("list")).isEqualTo("Line 2: PL-1 is there twice");
    }
}
