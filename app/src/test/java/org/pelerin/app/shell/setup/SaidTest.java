package org.pelerin.app.shell.setup;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.pelerin.app.platform.backup.BackupProgress;

class SaidTest {

    @Test
    void progress_has_a_sentence_for_each_step_and_never_says_more_than_all() {
        for (BackupProgress.Step step : BackupProgress.Step.values()) {
            assertThat(Said.line(step, "mission", 12_340_000_000L, 1.04))
                    .endsWith(": 100 %, 12340 MB of rows, table mission");
        }
        assertThat(Said.line(BackupProgress.Step.WRITE, "mission", 0, 0.126))
                .isEqualTo("Writing: 13 %, 0 MB of rows, table mission");
    }
}
