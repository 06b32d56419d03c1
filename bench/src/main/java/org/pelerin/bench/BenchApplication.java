package org.pelerin.bench;

import java.time.Clock;
import java.time.Instant;
import org.pelerin.app.PelerinApplication;
import org.pelerin.app.missions.MissionCreation;
import org.pelerin.core.plan.Plan;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;

/** The application on the database that {@code PELERIN_BENCH_DB_URL} names. */
public final class BenchApplication {

    private BenchApplication() {}

    public static ConfigurableApplicationContext start() {
        return new SpringApplicationBuilder(PelerinApplication.class)
                .run(
                        "--server.port=0",
                        "--spring.datasource.url=" + System.getenv("PELERIN_BENCH_DB_URL"),
                        "--spring.datasource.username=pelerin",
                        "--spring.datasource.password=pelerin",
                        "--pelerin.dock.port=1",
                        "--PELERIN_ADMIN_PASSWORD=pelerin");
    }

    /** The id of a running mission of a logger that is made for it, begun years ago. */
    public static long mission(ConfigurableApplicationContext app, String serial, Plan plan, Instant start) {
        app.getBean(JdbcTemplate.class)
                .update(
                        "INSERT INTO logger (serial, model, firmware, battery_permille, device_state, records, clock_offset_ms,"
                                + " seen_at) VALUES (?, ?, '1.4', 900, 'LOGGING', 0, 0, 0)",
                        serial,
                        plan.model());
        return app.getBean(MissionCreation.class)
                .adopt(serial, 1, plan, start, start, "bench")
                .id();
    }

    public static Instant yearsAgo(ConfigurableApplicationContext app) {
        return app.getBean(Clock.class).instant().minusSeconds(5L * 400 * 86_400);
    }
}
