package org.pelerin.app.platform.operation;

import java.time.Clock;
import java.time.Duration;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import org.pelerin.app.platform.language.Texts;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Whether the database answers; of a cluster, too, how many there are left of it, and whether one shows at once what another has saved. */
@Component
class DatabaseCheckup implements Checkup {

    private static final Duration SLOW = Duration.ofSeconds(1);

    /** With fewer, the end of one more leaves no majority. */
    private static final int ENOUGH = 3;

    private static final String ASKED = "SELECT variable_name, variable_value FROM information_schema.global_status"
            + " WHERE variable_name = 'wsrep_cluster_size' UNION ALL SELECT variable_name, variable_value FROM"
            + " information_schema.session_variables WHERE variable_name = 'wsrep_sync_wait'";

    private final JdbcTemplate sql;
    private final Clock machine;

    DatabaseCheckup(JdbcTemplate sql, @Qualifier("machineClock") Clock machine) {
        this.sql = sql;
        this.machine = machine;
    }

    @Override
    public String name() {
        return "database";
    }

    @Override
    public Condition look() {
        String title = Texts.of("platform.operation.databaseCheckup.database");
        long began = machine.millis();
        Map<String, Integer> told = new HashMap<>();
        sql.query(ASKED, row -> {
            told.put(row.getString(1).toLowerCase(Locale.ROOT), row.getInt(2));
        });
        Duration took = Duration.ofMillis(machine.millis() - began);
        if (took.compareTo(SLOW) > 0) {
            return Condition.attention(
                    title,
                    Texts.of("platform.operation.databaseCheckup.theDatabaseAnswersSlowly", "ms", took.toMillis()),
                    Texts.of("platform.operation.databaseCheckup.seeWhatItIsBusyWith"));
        }
        int cluster = told.getOrDefault("wsrep_cluster_size", 0);
        if (cluster == 0) {
            return Condition.sound(title, Texts.of("platform.operation.databaseCheckup.theDatabaseAnswers"));
        }
        String said = Texts.of("platform.operation.databaseCheckup.theClusterHas", "n", cluster);
        if (cluster < ENOUGH) {
            return Condition.attention(title, said, Texts.of("platform.operation.databaseCheckup.bringTheOthersBack"));
        }
        return told.getOrDefault("wsrep_sync_wait", 0) == 0
                ? Condition.attention(
                        title,
                        Texts.of("platform.operation.databaseCheckup.pagesMayShowWhatWasBefore"),
                        Texts.of("platform.operation.databaseCheckup.setTheDatabasesToWait"))
                : Condition.sound(title, said);
    }
}
