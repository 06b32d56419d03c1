package org.pelerin.core.record;

import java.util.List;
import java.util.OptionalLong;
import org.pelerin.core.series.Channel;

/** One channel of a record: recorded, derived, or the recorded ones of several missions one after the other. */
public interface SampleSource {

    Channel channel();

    /** Whether a value holds until the next one, however long that takes. */
    boolean events();

    /** The instant of its first row inside the judged stretches, whether its value is there or not. */
    OptionalLong firstRow();

    /** The stretches that are judged. */
    Spans judged();

    /** What there is to say of how it was derived, after it was read; empty for what was recorded. */
    default List<String> notes() {
        return List.of();
    }

    /** Tells a reader everything that is judged, in one pass. */
    void read(SampleReader reader);
}
