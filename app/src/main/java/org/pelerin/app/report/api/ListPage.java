package org.pelerin.app.report.api;

import java.util.List;
import java.util.function.Function;

/**
 * A page of a list.
 *
 * @param page its number, from 0
 * @param next number of the page after it; null for none
 */
public record ListPage<T>(List<T> items, int page, int size, Integer next) {

    static final String USUAL = "50";
    static final int MOST = 500;

    static int size(int asked) {
        if (asked < 1 || asked > MOST) {
            throw new ApiProblems.BadRequestException("“size” is from 1 to " + MOST);
        }
        return asked;
    }

    static int page(int asked) {
        if (asked < 0 || asked > 1_000_000) {
            throw new ApiProblems.BadRequestException("“page” is a number from 0 on");
        }
        return asked;
    }

    /** @param found one more than the page holds, where there is more */
    static <S, T> ListPage<T> of(List<S> found, int page, int size, Function<S, T> as) {
        boolean more = found.size() > size;
        return new ListPage<>(
                found.stream().limit(size).map(as).toList(), page, size, more ? Integer.valueOf(page + 1) : null);
    }

    /** Of a list that is at hand. */
    static <S, T> ListPage<T> cut(List<S> all, int page, int size, Function<S, T> as) {
        long from = Math.min(all.size(), (long) page * size);
        return of(all.subList((int) from, (int) Math.min(all.size(), from + size + 1)), page, size, as);
    }
}
