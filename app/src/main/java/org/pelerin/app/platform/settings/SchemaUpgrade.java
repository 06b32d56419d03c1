package org.pelerin.app.platform.settings;

import java.util.Arrays;
import java.util.Comparator;
import javax.sql.DataSource;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.MigrationVersion;
import org.pelerin.app.platform.backup.Database;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.JdbcTemplate;

/** The schema goes forward only, and what is there is looked at before anything is done. */
@Configuration
class SchemaUpgrade {

    /** Refuses a database that is half restored, a schema that a newer version made, and one whose history is not ours; then brings it up to date. */
    @Bean
    FlywayMigrationStrategy forwardOnly(DataSource database) {
        return flyway -> {
            if (halfRestored(database)) {
                throw new HalfRestoredException();
            }
            MigrationVersion ours = Arrays.stream(flyway.info().all())
                    .filter(m -> m.getState().isResolved())
                    .map(MigrationInfo::getVersion)
                    .filter(v -> v != null)
                    .max(Comparator.naturalOrder())
                    .orElseThrow();
            Arrays.stream(flyway.info().applied())
                    .map(MigrationInfo::getVersion)
                    .filter(v -> v != null && v.compareTo(ours) > 0)
                    .max(Comparator.naturalOrder())
                    .ifPresent(theirs -> {
                        throw new NewerSchemaException(theirs.getVersion(), ours.getVersion());
                    });
            // migrating checks what was applied against what is known first
            flyway.migrate();
        };
    }

    private static boolean halfRestored(DataSource database) {
        return !new JdbcTemplate(database)
                .queryForList("SHOW TABLES LIKE '" + Database.UNFINISHED.replace("_", "\\_") + "'")
                .isEmpty();
    }
}
