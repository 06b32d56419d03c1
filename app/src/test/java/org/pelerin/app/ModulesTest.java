package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.modulith.core.ApplicationModule;
import org.springframework.modulith.core.ApplicationModules;
import org.springframework.modulith.core.DependencyDepth;

/** The storeys of the application: their order, and their picture in the documentation. */
class ModulesTest {

    /** In the order of the work; each uses those before it, and none after. */
    private static final List<String> STOREYS = List.of(
            "platform",
            "evidence",
            "loggers",
            "places",
            "organisation",
            "plans",
            "missions",
            "deployment",
            "record",
            "judge",
            "collect",
            "findings",
            "review",
            "fleet",
            "report",
            "shell");

    private static final Path DOCUMENT = Path.of("..", "docs", "architecture.md");
    private static final String BEGIN = "<!-- storeys, as ModulesTest finds them -->\n";
    private static final String END = "<!-- end of storeys -->";

    private static final ApplicationModules MODULES = ApplicationModules.of(PelerinApplication.class);

    private static Map<String, Set<String>> uses() {
        Map<String, Set<String>> out = new LinkedHashMap<>();
        for (String storey : STOREYS) {
            ApplicationModule module = MODULES.getModuleByName(storey).orElseThrow();
            out.put(
                    storey,
                    module.getDependencies(MODULES, DependencyDepth.IMMEDIATE)
                            .uniqueModules()
                            .map(m -> m.getIdentifier().toString())
                            .collect(Collectors.toCollection(TreeSet::new)));
        }
        return out;
    }

    @Test
    void there_is_no_cycle_and_nothing_hidden_is_used() {
        MODULES.verify();
    }

    @Test
    void data_walk_down_and_nothing_walks_back_up() {
        assertThat(MODULES.stream().map(m -> m.getIdentifier().toString()))
                .containsExactlyInAnyOrderElementsOf(STOREYS);
        List<String> up = new ArrayList<>();
        uses().forEach((storey, used) -> used.stream()
                .filter(u -> STOREYS.indexOf(u) >= STOREYS.indexOf(storey))
                .forEach(u -> up.add(storey + " uses " + u)));
        assertThat(up).isEmpty();
    }

    @Test
    void every_package_says_what_it_is_for() throws IOException {
        try (Stream<Path> all = Files.walk(Path.of("src/main/java"))) {
            assertThat(all.filter(p -> p.toString().endsWith(".java"))
                            .map(Path::getParent)
                            .distinct()
                            // the root holds the application's main class alone
                            .filter(p -> !p.endsWith(Path.of("pelerin", "app")))
                            .filter(p -> Files.notExists(p.resolve("package-info.java"))))
                    .isEmpty();
        }
    }

    /** Where it differs, the new picture is in {@code target/storeys.md}, to be put into the document. */
    @Test
    void the_picture_in_the_documentation_is_the_one_the_code_has() throws IOException {
        String picture = picture();
        Files.writeString(Path.of("target", "storeys.md"), picture);
        String document = Files.readString(DOCUMENT);
        int from = document.indexOf(BEGIN);
        int to = document.indexOf(END);
        assertThat(from).isPositive();
        assertThat(document.substring(from + BEGIN.length(), to)).isEqualTo(picture);
    }

    private static String picture() throws IOException {
        StringBuilder out = new StringBuilder("| storey | what for | uses directly |\n| --- | --- | --- |\n");
        for (Map.Entry<String, Set<String>> e : uses().entrySet()) {
            out.append("| `")
                    .append(e.getKey())
                    .append("` | ")
                    .append(purpose(e.getKey()))
                    .append(" | ")
                    .append(
                            e.getValue().isEmpty()
                                    ? ""
                                    : STOREYS.stream()
                                            .filter(e.getValue()::contains)
                                            .filter(u -> !u.equals("platform"))
                                            .collect(Collectors.joining(", ")))
                    .append(" |\n");
        }
        return out.toString();
    }

    private static String purpose(String storey) throws IOException {
        Path info = Path.of("src/main/java/org/pelerin/app", storey, "package-info.java");
        return Files.readString(info).lines().findFirst().orElseThrow().replaceAll("^/\\*\\* | \\*/$", "");
    }
}
