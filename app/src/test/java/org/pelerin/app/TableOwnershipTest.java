package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** A table belongs to one room; the others read the views that it declares, and only those of rooms before them. */
class TableOwnershipTest {

    private static final Path ROOMS = Path.of("src/main/java/org/pelerin/app");
    private static final Path MIGRATIONS = Path.of("src/main/resources/db/migration");
    private static final Path LIST = Path.of("src/test/resources/tables.txt");

    private static final Pattern TEXT = Pattern.compile("\"((?:[^\"\\\\]|\\\\.)*+)\"");
    private static final Pattern USE = Pattern.compile("\\b(DELETE FROM|FROM|JOIN|INTO|UPDATE)\\s+(\\w+)");
    private static final Pattern CREATED = Pattern.compile("CREATE (?:TABLE|SQL SECURITY INVOKER VIEW) (\\w+)");
    private static final Pattern STOREY = Pattern.compile("^\\| `(\\w+)` \\|", Pattern.MULTILINE);

    private static Stream<Path> files(Path under, String ending) throws IOException {
        return Files.walk(under).filter(f -> f.toString().endsWith(ending));
    }

    private static String read(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Set<String> tables() throws IOException {
        try (Stream<Path> migrations = files(MIGRATIONS, ".sql")) {
            return migrations
                    .flatMap(f -> CREATED.matcher(read(f)).results().map(m -> m.group(1)))
                    // those of the session store are its own
                    .filter(t -> t.equals(t.toLowerCase()))
                    .collect(Collectors.toCollection(TreeSet::new));
        }
    }

    /** By table and room: {@code reads} or {@code writes}. */
    private static Map<String, Map<String, String>> uses() throws IOException {
        Set<String> tables = tables();
        Map<String, Map<String, String>> out = new TreeMap<>();
        try (Stream<Path> sources = files(ROOMS, ".java")) {
            sources.filter(f -> read(f).contains("@Mapper")).forEach(f -> {
                String room = ROOMS.relativize(f).getParent().toString().replace('/', '.');
                String sql =
                        TEXT.matcher(read(f)).results().map(m -> m.group(1)).collect(Collectors.joining(" "));
                Matcher m = USE.matcher(sql);
                while (m.find()) {
                    if (tables.contains(m.group(2))) {
                        String how = Set.of("FROM", "JOIN").contains(m.group(1)) ? "reads" : "writes";
                        out.computeIfAbsent(m.group(2), t -> new TreeMap<>())
                                .merge(room, how, (a, b) -> a.equals("writes") ? a : b);
                    }
                }
            });
        }
        return out;
    }

    @Test
    void every_table_is_used_by_its_room_alone_and_every_view_only_by_rooms_after_its_own() throws IOException {
        Map<String, String> owners = new TreeMap<>();
        List<String> listed = new ArrayList<>();
        String table = "";
        for (String line : Files.readAllLines(LIST)) {
            if (line.startsWith("  ")) {
                listed.add(table + " " + line.strip());
            } else if (!line.startsWith("#") && !line.isBlank()) {
                table = line.substring(0, line.indexOf(' '));
                owners.put(table, line.substring(line.indexOf(' ') + 1));
            }
        }
        Map<String, Map<String, String>> uses = uses();
        assertThat(uses).hasSizeGreaterThan(80);
        assertThat(owners.keySet()).isEqualTo(uses.keySet());
        String document = read(Path.of("../docs/architecture.md"));
        List<String> order = STOREY.matcher(document.substring(document.indexOf("<!-- storeys")))
                .results()
                .map(m -> m.group(1))
                .toList();
        assertThat(order).contains("places", "missions", "report");
        List<String> foreign = new ArrayList<>();
        uses.forEach((t, rooms) -> {
            boolean view = t.endsWith("_face");
            String owner = owners.get(t);
            if (view) {
                assertThat(rooms.values()).as(t).containsOnly("reads");
                assertThat(rooms.keySet()).as(t).isNotEmpty();
            } else {
                assertThat(rooms).as(t).containsEntry(owner, "writes");
            }
            rooms.forEach((room, how) -> {
                boolean after = order.indexOf(storey(owner)) < order.indexOf(storey(room));
                if (!room.equals(owner) && !(view && (after || storey(owner).equals(storey(room))))) {
                    foreign.add(t + " " + room + " " + how);
                }
            });
        });
        assertThat(foreign).containsExactlyElementsOf(listed);
    }

    private static String storey(String room) {
        return room.replaceAll("\\..*", "");
    }
}
