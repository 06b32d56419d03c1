package org.pelerin.link.message;

import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;

/**
 * A page of changes of state, a {@link MemoryPage} of the kind {@code 'P' 'C'}: first change (32 bits), changes (16), zeros (16), then
 * for each its instant in ms since the epoch on the logger's clock (64), channel (8), state (8: 0, 1, or 2 for nothing connected),
 * zeros.
 *
 * @param page its number, see {@link PageTable#CHANGES}
 * @param firstChange counted from the mission's start
 */
public record ChangesPage(int mission, long page, long firstChange, List<Change> changes) {

    public static final int MOST = 48;
    static final int ENTRY = 10;
    /** The state of a contact with nothing connected. */
    public static final int OPEN = 2;

    static final short KIND = (short) ('P' << 8 | 'C');

    /**
     * @param at ms on the logger's clock
     * @param channel index into the model's channels
     * @param state from then on: 0, 1 or {@link #OPEN}
     */
    public record Change(long at, int channel, int state) {

        /** 0, 1, or NaN where nothing was connected. */
        public double value() {
            return state == OPEN ? Double.NaN : state;
        }
    }

    public ChangesPage {
        changes = List.copyOf(changes);
    }

    public byte[] encode() {
        ByteBuffer out = MemoryPage.begin(KIND, mission, page)
                .putInt((int) firstChange)
                .putShort((short) changes.size())
                .putShort((short) 0);
        changes.forEach(c -> out.putLong(c.at).put((byte) c.channel).put((byte) c.state));
        return MemoryPage.seal(out);
    }

    /** @throws MalformedMessageException if the bytes are not an undamaged page of changes */
    public static ChangesPage decode(byte[] bytes) {
        ByteBuffer in = MemoryPage.open(KIND, bytes);
        long first = in.getInt() & 0xffff_ffffL;
        int count = in.getShort() & 0xffff;
        in.getShort();
        if (count > MOST) {
            throw new MalformedMessageException("a page does not make sense");
        }
        List<Change> changes = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            Change change = new Change(in.getLong(), in.get() & 0xff, in.get() & 0xff);
            if (change.state > OPEN) {
                throw new MalformedMessageException("a contact has no state " + change.state);
            }
            changes.add(change);
        }
        return new ChangesPage(MemoryPage.mission(bytes), MemoryPage.number(bytes), first, changes);
    }
}
