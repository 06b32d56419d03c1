package org.pelerin.core.model;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.pelerin.core.language.CoreTexts;

/** The logger models there are, as {@code catalogue.json} beside this class lists them. */
public final class ModelCatalogue {

    /** Id of what stands in the place of a model where a record came in a file from elsewhere. It is not in the catalogue. */
    public static final String FILE = "file";

    private static final List<LoggerModel> ALL = load();

    private static final LoggerModel ELSEWHERE = new LoggerModel(
            FILE,
            "File from elsewhere",
            "What another device recorded.",
            List.of(),
            new Intervals(Duration.ofMillis(1), Duration.ofDays(36_500), Duration.ofMillis(1), Duration.ofMillis(1)),
            new Memory(Long.MAX_VALUE / 1024, 1, 0, 0),
            0,
            Set.of(),
            Set.of(),
            0,
            false,
            new Power(0, 0, true, 0, 0),
            List.of(),
            new FirmwareModel(new Firmware(0, 0), new Firmware(0, 0), Map.of()),
            0,
            false);

    private ModelCatalogue() {}

    public static List<LoggerModel> all() {
        return ALL;
    }

    public static Optional<LoggerModel> find(String id) {
        return ALL.stream().filter(m -> m.id().equals(id)).findFirst();
    }

    /**
     * Also {@link #FILE}, so that its missions are like all others.
     *
     * @throws IllegalArgumentException for a model that is not in the catalogue
     */
    public static LoggerModel get(String id) {
        return id.equals(FILE)
                ? ELSEWHERE
                : find(id).orElseThrow(() -> new IllegalArgumentException(
                        CoreTexts.say("core.model.modelCatalogue.thereIsNoLoggerModel", "id", id)));
    }

    /**
     * A catalogue with nothing but one model and the options that it has: what somebody needs who has no other.
     *
     * @return JSON; empty for a model that is not in the catalogue
     */
    public static Optional<String> only(String id) {
        return find(id).map(m -> CatalogueReader.only(document(), id));
    }

    private static List<LoggerModel> load() {
        return CatalogueReader.read(document());
    }

    private static byte[] document() {
        try (InputStream in = ModelCatalogue.class.getResourceAsStream("catalogue.json")) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
