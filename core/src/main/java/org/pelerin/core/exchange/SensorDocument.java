package org.pelerin.core.exchange;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.pelerin.core.sensor.Sensor;

/** Sensor definitions as JSON, and those that every installation has. */
public final class SensorDocument {

    private static final List<Sensor> READY = load();

    private SensorDocument() {}

    public static String write(Sensor sensor) {
        return Documents.write(sensor);
    }

    /** @throws DocumentException that says what is wrong and where */
    public static Sensor read(String text) {
        return Documents.read(text, Sensor.class);
    }

    /** The definitions that come with the program; their names differ. */
    public static List<Sensor> ready() {
        return READY;
    }

    private static List<Sensor> load() {
        try (InputStream in = SensorDocument.class.getResourceAsStream("sensors.json")) {
            String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            return List.of(Documents.read(text, Sensor[].class));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
