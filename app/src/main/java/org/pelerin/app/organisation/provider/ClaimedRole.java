package org.pelerin.app.organisation.provider;

import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.organisation.account.Role;

/**
 * Which role what a provider says of somebody gives here.
 *
 * @param claim its name; with points for one inside another, {@code access.roles}
 * @param roles by values of the claim
 */
record ClaimedRole(String claim, Map<String, Role> roles) {

    private static final Map<String, Role> WORDS = Map.of(
            "viewer", Role.VIEWER,
            "reviewer", Role.REVIEWER,
            "technician", Role.TECHNICIAN,
            "administrator", Role.ADMIN);

    /** @param pairs {@code field=technician, quality=reviewer}, as settings are checked */
    static ClaimedRole of(String claim, String pairs) {
        Map<String, Role> roles = new LinkedHashMap<>();
        Arrays.stream(pairs.split(",")).filter(p -> p.contains("=")).forEach(p -> {
            int at = p.lastIndexOf('=');
            roles.put(p.substring(0, at).strip(), WORDS.get(p.substring(at + 1).strip()));
        });
        return new ClaimedRole(claim, roles);
    }

    /** The greatest of those that the claim's values give; empty for none. The claim is a text or a list of texts. */
    Optional<Role> in(Map<String, Object> claims) {
        Object value = claims.get(claim);
        if (value == null) {
            value = inside(claims);
        }
        Collection<?> values =
                value instanceof Collection<?> several ? several : value == null ? List.of() : List.of(value);
        return values.stream()
                .map(v -> roles.get(String.valueOf(v)))
                .filter(r -> r != null)
                .max(Comparator.comparingInt(ClaimedRole::rank));
    }

    private Object inside(Map<String, Object> claims) {
        Object at = claims;
        for (String step : claim.split("\\.")) {
            at = at instanceof Map<?, ?> map ? map.get(step) : null;
        }
        return at;
    }

    /** How many others it allows everything of. */
    private static int rank(Role role) {
        return (int) Arrays.stream(Role.values()).filter(r -> r.within(role)).count();
    }
}
