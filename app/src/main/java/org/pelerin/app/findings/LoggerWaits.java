package org.pelerin.app.findings;

import java.time.Instant;
import java.time.LocalDate;
import org.pelerin.app.platform.language.Texts;

/**
 * Findings about a logger that wait.
 *
 * @param since when the first of them was found
 * @param due when the first of them is due; null where none is
 */
public record LoggerWaits(long loggerId, int findings, Instant since, LocalDate due) {

    public String words() {
        return Texts.of("findings.loggerWaits.findings", "findings", findings);
    }
}
