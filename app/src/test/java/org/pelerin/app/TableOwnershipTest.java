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

/** A table belongs to one room; who else reads or writes it stands in a list, of which nothing is forgotten and nothing stays that is over. */
class TableOwnershipTest {

    private static final Path ROOMS = Path.of("src/main/java/org/pelerin/app");
    private static final Path MIGRATIONS = Path.of("src/main/resources/db/migration");
    private static final Path LIST = Path.of("src/test/resources/tables.txt");

    private static final Pattern TEXT = Pattern.compile("\"((?:[^\"\\\\]|\\\\.)*+)\"");
    private static final Pattern USE = Pattern.compile("\\b(DELETE FROM|FROM|JOIN|INTO|UPDATE)\\s+(\\w+)");
    private static final Pattern CREATED = Pattern.compile("CREATE TABLE (\\w+)");

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
    void every_table_has_one_owner_and_who_else_uses_it_is_listed() throws IOException {
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
        List<String> foreign = new ArrayList<>();
        uses.forEach((t, rooms) -> {
            assertThat(rooms).as(t).containsEntry(owners.get(t), "writes");
            rooms.forEach((room, how) -> {
                if (!room.equals(owners.get(t))) {
                    foreign.add(t + " " + room + " " + how);
                }
            });
        });
        assertThat(foreign).containsExactlyElementsOf(listed);
    }
}
