package org.pelerin.app.deployment.placing;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.StartKind;

/** What to look at when a logger of a model is placed: it follows from what the model has. */
public final class Checklist {

    /** Ticking this one says that it runs. */
    static final String RUNS = "seen to run";

    /** What was written before it was wired is looked at now: one of these is said. */
    public static final List<String> WIRINGS =
            List.of("wired, and seen to read right", "wired; nobody could look at its readings");

    private Checklist() {}

    /**
     * Whether the wiring was looked at, or it was said that it could not be.
     *
     * @param checked what was, one after the other
     */
    static boolean wiringSaid(String checked) {
        return WIRINGS.stream().anyMatch(checked::contains);
    }

    static List<String> of(LoggerModel model) {
        List<String> out = new ArrayList<>();
        if (model.wired()) {
            out.add("probes in their terminals");
        }
        if (model.ratedDepth() > 0) {
            out.add("cap tight and cable fixed");
        }
        if (model.sound()) {
            out.add("microphone free, windscreen on");
        }
        if (model.memory().disturbances() > 0) {
            out.add("leads and loops as the page says");
        }
        if (model.network()) {
            out.add("network cable in");
        }
        if (model.starts().contains(StartKind.BUTTON)) {
            out.add("button pressed");
        }
        if (model.option("lamp").isPresent()) {
            out.add("lamp seen");
        }
        out.add(RUNS);
        return out;
    }
}
