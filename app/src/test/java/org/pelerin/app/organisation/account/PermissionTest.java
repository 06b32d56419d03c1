package org.pelerin.app.organisation.account;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.security.authentication.AnonymousAuthenticationToken;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.AuthorityUtils;

class PermissionTest {

    private static Authentication who(String... authorities) {
        return UsernamePasswordAuthenticationToken.authenticated(
                "who", null, AuthorityUtils.createAuthorityList(authorities));
    }

    @ParameterizedTest
    @CsvSource({
        "VIEWER, true, false, false, false",
        "REVIEWER, true, true, false, false",
        "TECHNICIAN, true, true, true, false",
        "ADMIN, true, true, true, true"
    })
    void what_each_role_allows(Role role, boolean read, boolean review, boolean operate, boolean administer) {
        List<Boolean> expected = List.of(read, review, operate, administer);
        for (Permission p : Permission.values()) {
            assertThat(p.heldBy(who("ROLE_" + role))).as("%s %s", role, p).isEqualTo(expected.get(p.ordinal()));
            assertThat(role.allows(p)).isEqualTo(expected.get(p.ordinal()));
        }
        for (Role other : Role.values()) {
            assertThat(role.within(other))
                    .as("%s within %s", role, other)
                    .isEqualTo(List.of(Role.VIEWER, Role.REVIEWER, Role.TECHNICIAN, Role.ADMIN)
                                    .indexOf(role)
                            <= List.of(Role.VIEWER, Role.REVIEWER, Role.TECHNICIAN, Role.ADMIN)
                                    .indexOf(other));
        }
    }

    @ParameterizedTest
    @CsvSource({"ROLE_ONCE", "ROLE_ROOT", "ADMIN", "ROLE_admin"})
    void what_is_no_role_allows_nothing(String authority) {
        for (Permission p : Permission.values()) {
            assertThat(p.heldBy(who(authority))).isFalse();
            assertThat(p.heldBy((Authentication) null)).isFalse();
            assertThat(p.heldBy(new AnonymousAuthenticationToken(
                            "key", "nobody", AuthorityUtils.createAuthorityList("ROLE_ANONYMOUS"))))
                    .isFalse();
            assertThat(p.heldBy(UsernamePasswordAuthenticationToken.unauthenticated("who", "ROLE_ADMIN")))
                    .isFalse();
        }
    }
}
