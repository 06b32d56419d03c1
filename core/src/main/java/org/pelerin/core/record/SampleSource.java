package org.pelerin.core.record;

import java.util.List;
import java.util.OptionalLong;
import org.pelerin.core.series.Channel;

/** One channel of a record: recorded, derived, or the recorded ones of several missions one after the other. */
public interface SampleSource {

    Channel channel();

    /** Whether a value holds until the next one, however long that takes. */
    boolean events();

    /**
     * Where windows that do not follow a clock begin: at the beginning of the judged time if that is given, else at the first row that has a value. Empty
     * where there is neither.
     */
    OptionalLong anchor();

    /** The stretches that are judged. */
    Spans judged();

    /** What there is to say of how it was derived, after it was read; empty for what was recorded. */
    default List<String> notes() {
        return List.of();
    }

    /** Tells a reader everything that is judged, in one pass. */
    void read(SampleReader reader);
}
