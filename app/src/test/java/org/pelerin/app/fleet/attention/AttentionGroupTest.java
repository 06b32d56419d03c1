package org.pelerin.app.fleet.attention;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.app.fleet.attention.AttentionController.Group;

class AttentionGroupTest {

    private static List<Need> needs(int n) {
        return Collections.nCopies(n, new Need(Need.Kind.LOST, "PL-1", 1L, "", null, null, false));
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
        assertThat(last.pager().page()).isEqualTo(2);
        assertThat(last.pager().pages()).isEqualTo(3);
        assertThat(last.shown()).hasSize(1);
        assertThat(Group.page(Need.Kind.LOST, needs(201), -4).pager().page()).isZero();
        assertThat(Group.page(Need.Kind.LOST, needs(0), 0).shown()).isEmpty();
        assertThat(Group.page(Need.Kind.LOST, needs(100), 0).more()).isZero();
    }

    /** One act for all that are here, those too that the first few do not show. */
    @Test
    void those_that_are_connected_are_named_whether_they_are_shown_or_not() {
        List<Need> all = new java.util.ArrayList<>(needs(40));
        all.add(new Need(Need.Kind.STOPPED, "PL-HERE", 1L, "", null, null, true));
        all.add(new Need(Need.Kind.STOPPED, "PL-HERE", 2L, "", null, null, true));
        assertThat(Group.first(Need.Kind.STOPPED, all).here()).containsExactly("PL-HERE");
        assertThat(Group.page(Need.Kind.STOPPED, all, 0).here()).containsExactly("PL-HERE");
    }
}
