package org.pelerin.app.platform.rights;

import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.function.LongFunction;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.util.NumberUtils;

/** Things of one kind that lie at sites, as the room that holds them says it: doors that name one of them are open to whose sites those are. */
public interface OfSites {

    /** What the sites of a thing are. */
    sealed interface Where {
        /** It is of the installation as a whole: for whoever sees all sites. */
        Where WHOLE = new Whole();

        /** It belongs to no site, or is not there. */
        Where NOWHERE = new At(Set.of());

        static Where at(Long site) {
            return site == null ? NOWHERE : new At(Set.of(site));
        }

        static Where at(Collection<Long> sites) {
            return new At(sites.stream().filter(Objects::nonNull).collect(Collectors.toSet()));
        }

        record At(Set<Long> sites) implements Where {}

        record Whole() implements Where {}

        default boolean within(OwnSites own) {
            return own.all() || this instanceof At at && at.sites().stream().allMatch(own::holds);
        }
    }

    /** Patterns of paths that name one, with {@code {thing}} where it is named, or without for what is always of the whole. */
    List<String> paths();

    /** Names of fields and parameters that name one, or several with commas, at every door; {@code /path?name} at the doors of one pattern. */
    List<String> parameters();

    /** @param thing as it is named in the address; what is none of these is nowhere, and said to be by whoever is asked for it */
    Where of(String thing);

    /** The same of many, with what they need in common asked for once. */
    default Predicate<String> within(OwnSites own) {
        return own.all() ? t -> true : t -> of(t).within(own);
    }

    /** Of things that are named by their number, in whatever way handlers would read one: {@code 0x1f}, {@code +31}, {@code 3 1}. */
    static OfSites numbered(List<String> paths, List<String> parameters, LongFunction<Where> where) {
        return new Named(paths, parameters, t -> {
            try {
                return where.apply(NumberUtils.parseNumber(t, Long.class));
            } catch (IllegalArgumentException e) {
                // no handler reads it either
                return Where.NOWHERE;
            }
        });
    }

    /** What is always of the whole installation. */
    static OfSites whole(String... paths) {
        return new Named(List.of(paths), List.of(), t -> Where.WHOLE);
    }

    record Named(List<String> paths, List<String> parameters, Function<String, Where> where) implements OfSites {

        @Override
        public Where of(String thing) {
            return where.apply(thing);
        }
    }
}
