package org.pelerin.app.deployment.prepare.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.platform.web.FieldReader;

class BatchFormTest {

    private static final List<SpotAt> SPOTS = List.of(
            new SpotAt(3, "Vault 1, rear", "Ostrel cellars", "Europe/Paris", null),
            new SpotAt(4, "Tank A", "Lirran dairy", "Europe/Paris", null));

    private static List<BatchForm.Listed> listed(String list, String... serials) {
        BatchForm form = new BatchForm();
        form.serials.addAll(List.of(serials));
        form.list = list;
        return form.listed(SPOTS, new FieldReader());
    }

    @Test
    void names_count_or_bear_the_serial() {
        BatchForm form = new BatchForm();
        form.pattern = " VAULT-{n} ";
        assertThat(form.named(2, "PL-1")).isEqualTo("VAULT-2");
        form.pattern = "V {serial}";
        assertThat(form.named(2, "PL-1")).isEqualTo("V PL-1");
    }

    @Test
    void a_list_names_loggers_and_may_bring_some_of_its_own_in_its_order() {
        assertThat(listed(
                        "serial;name;spot\nPL-2;REAR;vault 1, rear\nPL-9\tTANK\tLirran dairy / Tank A\nPL-3\nPL-8;X",
                        "PL-1",
                        "PL-2",
                        "PL-3"))
                .containsExactly(
                        new BatchForm.Listed("PL-1", "", null),
                        new BatchForm.Listed("PL-2", "REAR", 3L),
                        new BatchForm.Listed("PL-3", "", null),
                        new BatchForm.Listed("PL-9", "TANK", 4L),
                        new BatchForm.Listed("PL-8", "X", null));
    }

    @Test
    void what_is_wrong_in_a_list_is_told_by_line() {
        BatchForm form = new BatchForm();
        form.list = "PL-1;A;Nowhere";
        FieldReader typed = new FieldReader();
        form.listed(SPOTS, typed);
        assertThat(typed.errors().get("list")).isEqualTo("Line 1: there is no spot “Nowhere”");
        form.list = "PL-1;A\nPL-1;B";
        FieldReader twice = new FieldReader();
        form.listed(SPOTS, twice);
        assertThat(twice.errors().get("list")).isEqualTo("Line 2: PL-1 occurs twice");
    }
}
