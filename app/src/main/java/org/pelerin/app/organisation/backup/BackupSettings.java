package org.pelerin.app.organisation.backup;

import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalTime;
import java.util.Optional;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Backups as they are set for this installation.
 *
 * @param directory that they are written to; empty for none
 * @param at the local time of the daily one
 * @param keep of how many days, weeks and months the last ones are kept
 * @param passphrase that they are closed with; empty for none
 * @param hours after so many without a good one, somebody is told
 */
@ConfigurationProperties("pelerin.backup")
public record BackupSettings(
        @DefaultValue("") String directory,
        @DefaultValue("02:10") LocalTime at,
        @DefaultValue("7 4 12") String keep,
        @DefaultValue("") String passphrase,
        @DefaultValue("30") int hours) {

    /** Where the daily ones go; empty where none are made here. */
    public Optional<Path> place() {
        return directory.isBlank() ? Optional.empty() : Optional.of(Path.of(directory.strip()));
    }

    public Rotation rotation() {
        return Rotation.of(keep);
    }

    /** How old the last good one may be. */
    public Duration oldest() {
        return Duration.ofHours(hours);
    }

    /** Never says what it is closed with. */
    @Override
    public String toString() {
        return "BackupSettings[" + directory + ", " + at + ", " + keep + "]";
    }
}
