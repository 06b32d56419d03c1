package org.pelerin.app.platform.web;

import java.util.List;
import java.util.function.IntFunction;

/**
 * One page of a list, with the way to the others.
 *
 * @param page from 0, one that is there
 * @param size of a full page
 * @param count of the whole list
 * @param addresses of pages
 */
public record Pager(int page, int size, long count, IntFunction<String> addresses) {

    /** @param asked any number; what is before the first page is the first, what is beyond the last is the last */
    public static Pager of(int asked, int size, long count, IntFunction<String> addresses) {
        int last = (int) Math.max(0, (count - 1) / size);
        return new Pager(Math.max(0, Math.min(asked, last)), size, count, addresses);
    }

    /** The address of a page of a list that has no other parameters; the first one needs none. */
    public static IntFunction<String> at(String path) {
        return page -> page == 0 ? path : path + (path.contains("?") ? "&" : "?") + "page=" + page;
    }

    public int pages() {
        return (int) Math.max(1, (count + size - 1) / size);
    }

    /** Of the whole list before this page. */
    public long offset() {
        return (long) page * size;
    }

    /** The number of the first thing on it, from 1; 0 where there is nothing. */
    public long first() {
        return count == 0 ? 0 : offset() + 1;
    }

    /** The number of the last thing on it. */
    public long last() {
        return Math.min(count, offset() + size);
    }

    /** What of the whole list is on it. */
    public <T> List<T> of(List<T> all) {
        return all.subList((int) Math.min(all.size(), offset()), (int) Math.min(all.size(), offset() + size));
    }

    /** The address of the page before; null for none. */
    public String previous() {
        return page == 0 ? null : addresses.apply(page - 1);
    }

    /** The address of the page after; null for none. */
    public String next() {
        return page + 1 < pages() ? addresses.apply(page + 1) : null;
    }
}
