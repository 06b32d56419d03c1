package org.pelerin.yard.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.link.message.MissionPage;
import org.pelerin.yard.world.World;
import org.pelerin.yard.world.WorldClock;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@Timeout(20)
class ControlServerTest {

    private final HttpClient http = HttpClient.newHttpClient();
    private final JsonMapper json = JsonMapper.builder().build();
    private World world;
    private ControlServer server;
    private MailServer mail;
    private int changes;

    @BeforeEach
    void start() throws IOException {
        Clock fixed = Clock.fixed(Instant.parse("2026-03-01T08:00:00Z"), ZoneOffset.UTC);
        world = World.create(1, new WorldClock(fixed, Duration.ZERO));
        mail = new MailServer(0);
        server = new ControlServer(world, java.util.Map.of(), mail, 0, () -> changes++);
    }

    @AfterEach
    void stop() {
        server.close();
        mail.close();
    }

    private HttpResponse<String> post(String path, String body) throws IOException, InterruptedException {
        return http.send(
                HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + server.port() + path))
                        .POST(HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    @Test
    void a_page_of_somebody_elses_moves_nothing() throws Exception {
        HttpResponse<String> answer = http.send(
                HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + server.port() + "/advance"))
                        .header("Origin", "http://evil.example")
                        .POST(HttpRequest.BodyPublishers.ofString("{\"seconds\": 10}"))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        assertThat(answer.statusCode()).isEqualTo(403);
        assertThat(changes).isZero();
    }

    @Test
    void a_day_outdoors() throws Exception {
        post("/carry", "{\"serial\":\"PL-18033\",\"to\":\"dock\"}");
        post("/carry", "{\"serial\":\"PL-18034\",\"to\":\"dock:5\"}");
        JsonNode answer = json.readTree(post("/advance", "{\"seconds\":86400}").body());
        assertThat(answer.path("now").asString()).isEqualTo("2026-03-02T08:00:00Z");
        assertThat(answer.path("loggers").size()).isEqualTo(55);
        assertThat(world.dock().occupied())
                .extracting(p -> p.port() + " " + p.serial())
                .containsExactly("1 PL-18033", "5 PL-18034");
        assertThat(changes).isEqualTo(3);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "/carry; {\"serial\":\"PL-00000\",\"to\":\"dock\"}; 404",
                "/carry; {\"serial\":\"PL-18033\",\"to\":\"nowhere\"}; 404",
                "/carry; {\"serial\":\"PL-18033\",\"to\":\"dock:33\"}; 400",
                "/carry; {\"serial\":\"PL-18033\"}; 400",
                "/carry; not json; 400",
                "/cable; {\"serial\":\"PL-18033\",\"plugged\":false}; 400",
                "/fault; {\"serial\":\"PL-18033\",\"kind\":\"lightning\"}; 400",
                "/advance; {\"seconds\":-5}; 400",
                "/advance; {\"seconds\":99999999}; 400",
                "/incident; {\"spot\":\"van-2\",\"kind\":\"door_open\",\"start\":\"soon\",\"end\":\"later\"}; 400",
                "/dance; {}; 404"
            })
    void nonsense_is_refused_with_a_word(String path, String body, int status) throws Exception {
        HttpResponse<String> answer = post(path, body);
        assertThat(answer.statusCode()).isEqualTo(status);
        assertThat(json.readTree(answer.body()).path("error").asString()).isNotBlank();
        assertThat(changes).isZero();
    }

    @Test
    void a_taken_port_takes_no_second_logger() throws Exception {
        post("/carry", "{\"serial\":\"PL-18033\",\"to\":\"dock:2\"}");
        HttpResponse<String> second = post("/carry", "{\"serial\":\"PL-18034\",\"to\":\"dock:2\"}");
        assertThat(second.statusCode()).isEqualTo(400);
        assertThat(second.body()).contains("taken by PL-18033");
    }

    @Test
    void sensors_are_pulled_out_shorted_and_set() throws Exception {
        String feed = "PL-42005";
        assertThat(live(feed, 1)).isNotEqualTo(MissionPage.FAULT);
        post("/sensor", "{\"serial\":\"PL-42005\",\"channel\":1,\"state\":\"open\"}");
        assertThat(live(feed, 1)).isEqualTo(MissionPage.FAULT);
        post("/sensor", "{\"serial\":\"PL-42005\",\"channel\":1,\"state\":\"short\"}");
        assertThat(live(feed, 1)).isZero();
        // 7.25 V in steps of a millivolt
        post("/sensor", "{\"serial\":\"PL-42005\",\"channel\":1,\"state\":\"value\",\"value\":7.25}");
        assertThat(live(feed, 1)).isEqualTo(7250);
        assertThat(json.readTree(post("/sensor", "{\"serial\":\"PL-42005\",\"channel\":9,\"state\":\"open\"}")
                                .body())
                        .path("error")
                        .asString())
                .contains("no channel 10");
        post("/sensor", "{\"serial\":\"PL-42005\",\"channel\":1,\"state\":\"right\"}");
        assertThat(world.handled(feed)).isEmpty();
    }

    private int live(String serial, int channel) {
        return world.with(
                serial,
                (logger, now, probe) -> logger.live(now, probe, null).counts().get(channel));
    }
}
