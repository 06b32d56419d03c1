package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.yard.Yard;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;

/** The demo of somebody who has just got Pelerin: a month at the creameries, on an empty database. */
@Tag("bed")
@Timeout(300)
class DemoTest {

    private static final int DAYS = 30;

    @Test
    void it_is_filled_and_each_of_its_people_finds_something() throws Exception {
        try (PrivateDatabase database = new PrivateDatabase();
                Yard yard = Yard.open(new Yard.YardOptions(
                        Files.createTempDirectory("pelerin-demo"), 20_417, 0, 0, 0, 0, 0, 1, Duration.ofDays(-DAYS)))) {
            List<String> arguments = new ArrayList<>(Arrays.asList(TestBed.arguments(yard, 0)));
            arguments.removeIf(a -> a.startsWith("--spring.datasource.") || a.startsWith("--PELERIN_ADMIN_PASSWORD"));
            arguments.addAll(List.of(
                    "--spring.datasource.url=" + database.url(),
                    "--spring.datasource.username=pelerin",
                    "--spring.datasource.password=pelerin",
                    "--pelerin.demo=true"));
            try (ConfigurableApplicationContext app =
                    new SpringApplicationBuilder(PelerinApplication.class).run(arguments.toArray(String[]::new))) {
                JdbcTemplate db = app.getBean(JdbcTemplate.class);
                assertThat(db.queryForObject("SELECT COUNT(*) FROM mission WHERE state = 'COLLECTED'", Long.class))
                        .as("missions collected")
                        .isGreaterThan(10);
                String address = "http://127.0.0.1:" + app.getEnvironment().getProperty("local.server.port");
                for (String who : List.of("tech", "review", "admin", "viewer")) {
                    Visitor visitor = Visitor.signedIn(address, who);
                    assertThat(visitor.get("/missions").body()).as(who).contains("/missions/");
                }
                Visitor tech = Visitor.signedIn(address, "tech");
                assertThat(tech.get("/rounds").body()).contains("Cellars and dairy");
                assertThat(tech.get("/reports").body()).as("issued").containsPattern("/reports/\\d+");
                assertThat(tech.get("/missions/15").statusCode())
                        .as("twelve thermocouples")
                        .isEqualTo(200);
            }
        }
    }
}
