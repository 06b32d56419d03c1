package org.pelerin.app.fleet.attention;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.app.fleet.attention.AttentionController.Group;

class AttentionGroupTest {

    private static List<Need> needs(int n) {
        return Collections.nCopies(n, null);
    }

    @Test
    void the_first_few_of_each_are_shown_and_the_others_counted() {
        assertThat(Group.first(Need.Kind.LOST, needs(25)).more()).isZero();
        assertThat(Group.first(Need.Kind.LOST, needs(26)).shown()).hasSize(25);
        assertThat(Group.first(Need.Kind.LOST, needs(26)).more()).isEqualTo(1);
    }

    @Test
    void of_one_kind_a_page_at_a_time_is_shown_and_no_page_that_there_is_not() {
        Group last = Group.page(Need.Kind.LOST, needs(201), 99);
        assertThat(last.page()).isEqualTo(2);
        assertThat(last.pages()).isEqualTo(3);
        assertThat(last.shown()).hasSize(1);
        assertThat(Group.page(Need.Kind.LOST, needs(201), -4).page()).isZero();
        assertThat(Group.page(Need.Kind.LOST, needs(0), 0).shown()).isEmpty();
        assertThat(Group.page(Need.Kind.LOST, needs(100), 0).more()).isZero();
    }
}
