package org.pelerin.app.record;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.series.Outline;
import org.springframework.stereotype.Component;

/** Keeps the summaries of series at all levels, a row {@value #A_ROW} of them. */
@Component
class OutlineWriter {

    static final int A_ROW = 1024;
    /** Rows in one statement, of some 16 kB. */
    private static final int AT_ONCE = 64;

    private final OutlineMapper mapper;

    OutlineWriter(OutlineMapper mapper) {
        this.mapper = mapper;
    }

    /**
     * Stores the finest level of the outline of a series from some number on, and what follows of them at the other levels; those before stay.
     *
     * @param finest the first of them is the first of one at the next level
     */
    void put(long mission, int channel, Outline finest) {
        List<OutlineMapper.Row> rows = new ArrayList<>();
        Outline outline = finest;
        for (int level = 0; level < Outline.LEVELS && outline.count() > 0; level++) {
            Outline row = withRowBefore(mission, channel, outline);
            for (long from = row.first(); from < row.end(); from += A_ROW) {
                Outline part = row.part(from, Math.min(row.end(), from + A_ROW));
                rows.add(new OutlineMapper.Row(channel, level, (int) (from / A_ROW), part.toBytes()));
            }
            if (level + 1 < Outline.LEVELS) {
                long first = outline.first() / Outline.FAN * Outline.FAN;
                outline = row.part(first, row.end()).coarser();
            }
        }
        for (int from = 0; from < rows.size(); from += AT_ONCE) {
            mapper.put(mission, rows.subList(from, Math.min(rows.size(), from + AT_ONCE)));
        }
    }

    /** From the beginning of the row that the first of them is in. */
    private Outline withRowBefore(long mission, int channel, Outline outline) {
        long start = outline.first() / A_ROW * A_ROW;
        if (start == outline.first()) {
            return outline;
        }
        int part = (int) (start / A_ROW);
        List<OutlineMapper.Row> stored = mapper.rows(mission, List.of(channel), outline.level(), part, part);
        if (stored.isEmpty()) {
            throw new IllegalStateException("The summaries of channel " + channel + " before this are not there");
        }
        Outline before = Outline.fromBytes(outline.level(), start, stored.get(0).data());
        return Outline.together(List.of(before.part(start, outline.first()), outline));
    }
}
