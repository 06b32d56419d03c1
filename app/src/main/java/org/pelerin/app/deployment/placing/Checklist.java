package org.pelerin.app.deployment.placing;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.StartKind;

/** What to look at when a logger of a model is placed: it follows from what the model has. */
public final class Checklist {

    /** Ticking this one says that it runs. */
    static final String RUNS = Texts.stored("stored.checklist.startConfirmed");

    /** What was written before it was wired is looked at now: one of these is said. */
    public static final List<String> WIRINGS = List.of(
            Texts.stored("stored.checklist.wiredReadingsChecked"),
            Texts.stored("stored.checklist.wiredReadingsNotChecked"));

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
            out.add(Texts.stored("stored.checklist.probesInTheirTerminals"));
        }
        if (model.ratedDepth() > 0) {
            out.add(Texts.stored("stored.checklist.capTightAndCableFixed"));
        }
        if (model.sound()) {
            out.add(Texts.stored("stored.checklist.microphoneFreeWindscreenOn"));
        }
        if (model.memory().disturbances() > 0) {
            out.add(Texts.stored("stored.checklist.leadsAndLoopsAsThe"));
        }
        if (model.network()) {
            out.add(Texts.stored("stored.checklist.networkCablePluggedIn"));
        }
        if (model.starts().contains(StartKind.BUTTON)) {
            out.add(Texts.stored("stored.checklist.buttonPressed"));
        }
        if (model.option("lamp").isPresent()) {
            out.add(Texts.stored("stored.checklist.lampSeen"));
        }
        out.add(RUNS);
        return out;
    }
}
