package org.pelerin.app.fleet.rounds;

import java.time.Instant;
import java.time.ZoneId;
import java.util.Locale;
import org.pelerin.app.platform.language.Texts;

/**
 * Something to do at a spot.
 *
 * @param serial of the logger it is about; empty where any will do
 * @param model of that logger, or null
 * @param why in plain words; may be empty
 * @param needs that it was planned for: names of {@link org.pelerin.app.fleet.attention.Need.Kind}, divided by blanks; empty for other reasons
 * @param dueAt by when, or null
 * @param settledAt when it was done, or given up; null as long as it is open
 * @param stillDue whether a closed round left it and nobody has taken it over
 */
public record Task(
        long id,
        long roundId,
        int seq,
        Kind kind,
        long spotId,
        String spot,
        long siteId,
        String site,
        String zone,
        String serial,
        String model,
        String why,
        String needs,
        Instant dueAt,
        State state,
        Instant settledAt,
        String settledBy,
        String note,
        boolean stillDue) {

    /** The one that comes first says the most: who swaps a logger has collected it, who collects has looked at it. */
    public enum Kind {
        SWAP("fleet.rounds.task.swap", "fleet.rounds.task.swapped"),
        BRING_HOME("fleet.rounds.task.retrieve", "fleet.rounds.task.retrieved"),
        COLLECT("fleet.rounds.task.collect", "fleet.rounds.task.collected"),
        CHECK("fleet.rounds.task.check", "fleet.rounds.task.checked"),
        PLACE("fleet.rounds.task.place", "fleet.rounds.task.placed");

        private final String words;
        private final String doneWords;

        Kind(String words, String doneWords) {
            this.words = words;
            this.doneWords = doneWords;
        }

        /** What is pressed when it is done. */
        public String doneWords() {
            return Texts.of(doneWords);
        }

        public String words() {
            return Texts.of(words);
        }

        public boolean swaps() {
            return this == SWAP;
        }

        public boolean places() {
            return this == PLACE;
        }

        public boolean checks() {
            return this == CHECK;
        }

        /** Whether the logger lies at its spot afterwards. */
        public boolean leavesOne() {
            return this != COLLECT && this != BRING_HOME;
        }
    }

    /** What has become of it. */
    public enum State {
        OPEN,
        DONE,
        NOT_DONE,
        /** It need not be done any more. */
        DROPPED
    }

    Task because(String reason) {
        return new Task(
                id, roundId, seq, kind, spotId, spot, siteId, site, zone, serial, model, reason, needs, dueAt, state,
                settledAt, settledBy, note, stillDue);
    }

    public boolean open() {
        return state == State.OPEN;
    }

    public boolean done() {
        return state == State.DONE;
    }

    public ZoneId zoneId() {
        return ZoneId.of(zone);
    }

    /** What is to be done, within a sentence. */
    public String toDo() {
        String what = kind.words().toLowerCase(Locale.ROOT);
        return serial.isEmpty() ? what : what + " " + serial;
    }

    public String where() {
        return site + " / " + spot;
    }

    /** Whether another logger has to be taken along for it. */
    public boolean bringsOne() {
        return kind == Kind.PLACE || kind == Kind.SWAP;
    }
}
