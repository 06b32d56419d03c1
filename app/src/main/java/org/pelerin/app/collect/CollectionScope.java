package org.pelerin.app.collect;

import java.util.Arrays;
import java.util.Collection;
import java.util.EnumSet;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.PageTable;

/**
 * What a collection is to bring home of a logger's memory.
 *
 * @param missions their numbers; empty for all
 * @param tables empty for all
 */
public record CollectionScope(Set<Integer> missions, Set<PageTable> tables) {

    public static final CollectionScope ALL = new CollectionScope(Set.of(), Set.of());

    public CollectionScope {
        missions = Set.copyOf(missions);
        tables = Set.copyOf(tables);
    }

    /** All missions in memory, of each only some tables. */
    public static CollectionScope ofTables(Collection<PageTable> tables) {
        return new CollectionScope(Set.of(), Set.copyOf(tables));
    }

    /** As {@link #missionsText} and {@link #tablesText} wrote it. */
    static CollectionScope of(String missions, String tables) {
        return new CollectionScope(
                missions.isEmpty()
                        ? Set.of()
                        : Arrays.stream(missions.split(" "))
                                .map(Integer::valueOf)
                                .collect(Collectors.toSet()),
                tables(tables));
    }

    /** @param text names with blanks between; empty for all */
    public static Set<PageTable> tables(String text) {
        return text.isBlank()
                ? Set.of()
                : Arrays.stream(text.strip().split(" ")).map(PageTable::valueOf).collect(Collectors.toSet());
    }

    public static String text(Collection<PageTable> tables) {
        return tables.isEmpty()
                ? ""
                : EnumSet.copyOf(tables).stream().map(Enum::name).collect(Collectors.joining(" "));
    }

    String missionsText() {
        return new TreeSet<>(missions).stream().map(String::valueOf).collect(Collectors.joining(" "));
    }

    String tablesText() {
        return text(tables);
    }

    boolean has(MissionInfo mission) {
        return missions.isEmpty() || missions.contains(mission.number());
    }

    boolean has(PageTable table) {
        return tables.isEmpty() || tables.contains(table);
    }

    /** For the audit trail. */
    String words() {
        String which = missions.isEmpty()
                ? ""
                : Texts.stored(
                        "stored.collectionScope.missionsReplace",
                        "replace",
                        missionsText().replace(" ", ", "));
        String what = tables.isEmpty()
                ? ""
                : Texts.stored(
                        "stored.collectionScope.onlyCopyOf",
                        "copyOf",
                        EnumSet.copyOf(tables).stream().map(PageTable::words).collect(Collectors.joining(", ")));
        return which + (which.isEmpty() || what.isEmpty() ? "" : "; ") + what;
    }
}
