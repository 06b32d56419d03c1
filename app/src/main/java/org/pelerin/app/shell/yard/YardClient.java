package org.pelerin.app.shell.yard;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Supplier;
import org.pelerin.app.platform.DomainClock;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.language.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnExpression;
import org.springframework.http.client.JdkClientHttpRequestFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.web.client.HttpClientErrorException;
import org.springframework.web.client.ResourceAccessException;
import org.springframework.web.client.RestClient;

/** Speaks to the simulated outdoors, and keeps the domain clock at its time. */
@Service
@ConditionalOnExpression("!'${pelerin.yard.control:}'.isBlank()")
public class YardClient {

    /** The yard said no, or does not answer. */
    public static class YardException extends RuntimeException {
        YardException(String message) {
            super(message);
        }
    }

    /** The world as the yard tells it. */
    public record World(
            String now,
            long shiftMillis,
            int ports,
            List<YardSpot> spots,
            List<YardLogger> loggers,
            List<YardIncident> incidents) {}

    public record YardSpot(String key, String site, String name) {}

    public record YardIncident(String spot, String kind, String start, String end) {}

    public record YardLogger(
            String serial,
            String model,
            String spot,
            int port,
            boolean cable,
            String state,
            String lamp,
            int batteryPermille,
            long records,
            List<Integer> missions,
            long capacity,
            String name,
            List<String> can,
            List<String> channels,
            List<String> handled,
            String address,
            boolean online) {

        public boolean docked() {
            return port > 0;
        }
    }

    /** A mail that the yard's mail server received. */
    public record YardMail(String to, String from, String subject, String text) {}

    private record Complaint(String error) {}

    private static final Logger LOG = LoggerFactory.getLogger(YardClient.class);

    private final RestClient http;
    private final DomainClock clock;
    private final ReentrantLock asking = new ReentrantLock();

    YardClient(PelerinProperties properties, DomainClock clock) {
        JdkClientHttpRequestFactory factory = new JdkClientHttpRequestFactory();
        factory.setReadTimeout(Duration.ofSeconds(60));
        this.http = RestClient.builder()
                .baseUrl(properties.yard().control())
                .requestFactory(factory)
                .build();
        this.clock = clock;
        followTime();
    }

    public World world() {
        return ask(() -> http.get().uri("/world").retrieve().body(World.class));
    }

    /** What a logger copies to a memory stick: its newest mission. */
    public byte[] carrier(String serial) {
        return carrier(serial, 0);
    }

    /** @param mission its number; 0 for the newest */
    public byte[] carrier(String serial, int mission) {
        try {
            return http.get()
                    .uri("/carrier/{serial}/{mission}", serial, mission)
                    .retrieve()
                    .body(byte[].class);
        } catch (HttpClientErrorException e) {
            Complaint complaint = e.getResponseBodyAs(Complaint.class);
            throw new YardException(
                    complaint == null ? Texts.of("shell.yard.yardClient.theYardRefused") : complaint.error());
        } catch (ResourceAccessException e) {
            throw new YardException(Texts.of("shell.yard.yardClient.theYardDoesNotAnswer"));
        }
    }

    /** The newest first. */
    public List<YardMail> mails() {
        try {
            return List.of(http.get().uri("/mails").retrieve().body(YardMail[].class));
        } catch (ResourceAccessException e) {
            throw new YardException(Texts.of("shell.yard.yardClient.theYardDoesNotAnswer"));
        }
    }

    public World post(String path, Map<String, Object> body) {
        return ask(() -> http.post().uri(path).body(body).retrieve().body(World.class));
    }

    /** Lets something go wrong at a spot from an instant on. */
    public World mishap(String spot, String kind, Instant start, int hours) {
        return post(
                "/incident",
                Map.of(
                        "spot",
                        spot,
                        "kind",
                        kind,
                        "start",
                        start.toString(),
                        "end",
                        start.plus(Duration.ofHours(hours)).toString()));
    }

    /** Whoever lets time pass, in whichever process, is noticed within a second. */
    @Scheduled(fixedDelay = 1000)
    final void followTime() {
        try {
            world();
        } catch (YardException e) {
            LOG.debug("{}", e.getMessage());
        }
    }

    /** One after the other: an answer that overtook a later one would set the time back. */
    private World ask(Supplier<World> question) {
        asking.lock();
        try {
            World world = question.get();
            clock.shift(Duration.ofMillis(world.shiftMillis()));
            return world;
        } catch (HttpClientErrorException e) {
            Complaint complaint = e.getResponseBodyAs(Complaint.class);
            throw new YardException(
                    complaint == null ? Texts.of("shell.yard.yardClient.theYardRefused") : complaint.error());
        } catch (ResourceAccessException e) {
            throw new YardException(Texts.of("shell.yard.yardClient.theYardDoesNotAnswer"));
        } finally {
            asking.unlock();
        }
    }
}
