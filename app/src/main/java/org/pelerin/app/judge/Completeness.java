package org.pelerin.app.judge;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.springframework.stereotype.Component;

/**
 * What of a record came home, in words that agree with its coverage: a sample that came home without a value (a sensor fault, an empty
 * cell) is missing there.
 */
public final class Completeness {

    private static final int NAMED = 3;

    private Completeness() {}

    /** @param held how many values the channels of its records hold, not those of a second table or of changes */
    static String words(long received, long expected, Map<String, Long> held, Formats show) {
        String came = Texts.stored(
                "stored.completeness.ofExpectedSamples",
                "received",
                show.count(received),
                "expected",
                show.count(expected));
        List<Map.Entry<String, Long>> incomplete =
                held.entrySet().stream().filter(c -> c.getValue() < received).toList();
        if (incomplete.isEmpty()) {
            return came;
        }
        String named = incomplete.stream()
                .limit(NAMED)
                .map(c -> Texts.stored(
                        "stored.completeness.valueInKey",
                        "value",
                        show.count(received - c.getValue()),
                        "key",
                        c.getKey()))
                .collect(Collectors.joining(", "));
        return Texts.stored(
                "stored.completeness.withoutAValue",
                "came",
                came,
                "named",
                named,
                "incomplete",
                (incomplete.size() > NAMED
                        ? Texts.stored("stored.completeness.andSomeInMore", "named", (incomplete.size() - NAMED))
                        : ""));
    }

    /** Tells it of a mission. */
    @Component
    public static class Teller {

        private final SeriesStore store;
        private final Formats show;

        Teller(SeriesStore store, Formats show) {
            this.store = store;
            this.show = show;
        }

        /** Of what is home so far. */
        public String of(Mission m) {
            return of(m, store.tables(m));
        }

        /** The same where its tables are read already. */
        public String of(Mission m, List<SeriesTable> tables) {
            if (m.records().received() == null || m.records().expected() == null) {
                return "";
            }
            // the records come first; what else there is counts otherwise
            int records = tables.isEmpty() || tables.get(0).axis().events()
                    ? 0
                    : tables.get(0).recorded();
            return words(m.records().received(), m.records().expected(), store.held(m.id(), records), show);
        }
    }
}
