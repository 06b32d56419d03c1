package org.pelerin.core.model;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Optional;

/** The logger models there are, as {@code catalogue.json} beside this class lists them. */
public final class ModelCatalogue {

    private static final List<LoggerModel> ALL = load();

    private ModelCatalogue() {}

    public static List<LoggerModel> all() {
        return ALL;
    }

    public static Optional<LoggerModel> find(String id) {
        return ALL.stream().filter(m -> m.id().equals(id)).findFirst();
    }

    /** @throws IllegalArgumentException for a model that is not in the catalogue */
    public static LoggerModel get(String id) {
        return find(id).orElseThrow(() -> new IllegalArgumentException("There is no logger model “" + id + "”"));
    }

    private static List<LoggerModel> load() {
        try (InputStream in = ModelCatalogue.class.getResourceAsStream("catalogue.json")) {
            return CatalogueReader.read(in.readAllBytes());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
