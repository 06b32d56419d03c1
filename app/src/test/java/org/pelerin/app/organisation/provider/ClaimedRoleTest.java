package org.pelerin.app.organisation.provider;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.pelerin.app.organisation.account.Role;

class ClaimedRoleTest {

    private final ClaimedRole groups =
            ClaimedRole.of("groups", "wardens=administrator, field = technician,quality=reviewer, all=viewer");

    @Test
    void the_greatest_of_several_counts_whatever_their_order() {
        assertThat(groups.in(Map.of("groups", List.of("all", "field", "quality"))))
                .contains(Role.TECHNICIAN);
        assertThat(groups.in(Map.of("groups", List.of("wardens", "all")))).contains(Role.ADMIN);
        assertThat(groups.in(Map.of("groups", List.of("all", "quality")))).contains(Role.REVIEWER);
    }

    @Test
    void a_text_is_one_value_and_capitals_count() {
        assertThat(groups.in(Map.of("groups", "quality"))).contains(Role.REVIEWER);
        assertThat(groups.in(Map.of("groups", "Quality"))).isEmpty();
    }

    @Test
    void without_the_claim_or_a_value_that_is_known_there_is_no_role() {
        assertThat(groups.in(Map.of())).isEmpty();
        assertThat(groups.in(Map.of("groups", List.of()))).isEmpty();
        assertThat(groups.in(Map.of("groups", List.of("canteen", 7)))).isEmpty();
        assertThat(ClaimedRole.of("groups", "").in(Map.of("groups", "field"))).isEmpty();
    }

    @Test
    void a_claim_may_be_inside_another_or_have_points_in_its_name() {
        ClaimedRole inside = ClaimedRole.of("access.roles", "field=technician");
        assertThat(inside.in(Map.of("access", Map.of("roles", List.of("field")))))
                .contains(Role.TECHNICIAN);
        assertThat(inside.in(Map.of("access.roles", "field"))).contains(Role.TECHNICIAN);
        assertThat(inside.in(Map.of("access", "field"))).isEmpty();
    }
}
