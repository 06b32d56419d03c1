package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.operation.Checkups;
import org.pelerin.app.platform.operation.Condition;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/** Two applications, each writing to another database of one cluster: the hardest case, as all usually write to the same one. */
@Tag("bed")
@Timeout(240)
class ClusterTest {

    private static final int EACH = 60;

    private static ConfigurableApplicationContext application(PrivateDatabase database) {
        return new SpringApplicationBuilder(PelerinApplication.class)
                .run(
                        "--server.port=0",
                        "--spring.datasource.url=" + database.url() + "?galeraAllowedState=4",
                        "--spring.datasource.username=pelerin",
                        "--spring.datasource.password=pelerin",
                        "--PELERIN_ADMIN_PASSWORD=pelerin",
                        "--pelerin.password-cost=4");
    }

    private static List<String> ask(PrivateDatabase database, String sql) {
        try (Connection c = database.connect();
                Statement s = c.createStatement();
                ResultSet rows = s.executeQuery(sql)) {
            List<String> out = new ArrayList<>();
            while (rows.next()) {
                out.add(rows.getString(rows.getMetaData().getColumnCount()));
            }
            return out;
        } catch (SQLException e) {
            return List.of();
        }
    }

    private static Future<?> site(ExecutorService people, ConfigurableApplicationContext app, String name) {
        return people.submit(() -> app.getBean(PlaceService.class).create(name, "Europe/Paris", "Room", "somebody"));
    }

    /** What the cluster rolled back at a database: found out when it was committed, or while it was still going on. */
    private static long lost(PrivateDatabase database) {
        return Long.parseLong(ask(database, "SHOW STATUS LIKE 'wsrep_local_cert_failures'")
                        .get(0))
                + Long.parseLong(ask(database, "SHOW STATUS LIKE 'wsrep_local_bf_aborts'")
                        .get(0));
    }

    @Test
    void changes_that_lose_against_those_at_another_database_are_done_again() throws Exception {
        int listens = PrivateDatabase.freePort();
        try (PrivateDatabase first = PrivateDatabase.inCluster("", listens);
                PrivateDatabase second =
                        PrivateDatabase.inCluster("127.0.0.1:" + listens, PrivateDatabase.freePort())) {
            OtherProcess.until(
                    Duration.ofSeconds(60),
                    () -> ask(second, "SHOW STATUS LIKE 'wsrep_local_state'").equals(List.of("4")));
            try (ConfigurableApplicationContext here = application(first);
                    ConfigurableApplicationContext there = application(second)) {
                ExecutorService people = Executors.newFixedThreadPool(3);
                List<Future<?>> all = new ArrayList<>();
                for (int i = 0; i < EACH; i++) {
                    all.add(site(people, here, "Here " + i));
                    all.add(site(people, there, "There " + i));
                }
                for (Future<?> f : all) {
                    f.get();
                }
                people.shutdown();
                assertThat(ask(first, "SELECT COUNT(*) FROM site WHERE name LIKE 'Here %' OR name LIKE 'There %'"))
                        .containsExactly(String.valueOf(2 * EACH));
                assertThat(lost(first) + lost(second))
                        .as("changes that the cluster rolled back")
                        .isPositive();
                assertThat(there.getBean(AuditTrail.class).firstBroken())
                        .as("the trail is one chain")
                        .isZero();
                assertThat(ask(first, "SELECT MAX(sequence) - COUNT(*) FROM audit_entry"))
                        .containsExactly("0");
                assertThat(there.getBean(Checkups.class).look())
                        .as("two are too few: the end of one leaves no majority")
                        .anySatisfy(c -> {
                            assertThat(c.state()).isEqualTo(Condition.State.ATTENTION);
                            assertThat(c.said()).contains("2 databases are in its cluster");
                        });
                assertThat(ask(first, "CHECKSUM TABLE audit_entry"))
                        .isEqualTo(ask(second, "CHECKSUM TABLE audit_entry"));
            }
        }
    }
}
