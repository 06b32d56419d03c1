package org.pelerin.app.platform.rights;

import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Supplier;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;

/**
 * The sites that somebody sees and changes: all, or those given. What belongs to no site is everybody's.
 *
 * <p>{@link #now()} is that of whoever sends the request that is being answered. What the application does of itself, outside of any
 * request, sees all sites.
 */
public sealed interface OwnSites {

    /** Every site, also those to come. */
    OwnSites ALL = new All();

    record All() implements OwnSites {}

    /** @param sites numbers of sites, in order; may be empty */
    record Given(Set<Long> sites) implements OwnSites {

        public Given {
            sites = Collections.unmodifiableSet(new TreeSet<>(sites));
        }
    }

    /** @param site null for what belongs to none */
    default boolean holds(Long site) {
        return site == null || this instanceof All || this instanceof Given g && g.sites.contains(site);
    }

    /** Whether all sites are among them, so that what is about the whole installation may be looked at. */
    default boolean all() {
        return this instanceof All;
    }

    /**
     * Says whose sites they are for the rest of this request.
     *
     * @param sites asked once, when first needed
     */
    static void inThisRequest(Supplier<OwnSites> sites) {
        RequestContextHolder.currentRequestAttributes()
                .setAttribute(OwnSites.class.getName(), new Once(sites), RequestAttributes.SCOPE_REQUEST);
    }

    /** @throws IllegalStateException in a request of which nobody said whose it is: shows nothing rather than all */
    static OwnSites now() {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        if (request == null) {
            return ALL;
        }
        if (request.getAttribute(OwnSites.class.getName(), RequestAttributes.SCOPE_REQUEST) instanceof Once once) {
            return once.get();
        }
        throw new IllegalStateException("sites asked for in a request of nobody");
    }

    /** Asks once. */
    final class Once {
        private final Supplier<OwnSites> asked;
        private OwnSites known;

        private Once(Supplier<OwnSites> asked) {
            this.asked = asked;
        }

        private OwnSites get() {
            if (known == null) {
                known = asked.get();
            }
            return known;
        }
    }
}
