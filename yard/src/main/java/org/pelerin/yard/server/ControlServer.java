package org.pelerin.yard.server;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.concurrent.Executors;
import org.pelerin.link.carrier.CarrierFile;
import org.pelerin.yard.world.Incident;
import org.pelerin.yard.world.World;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What a person can do outdoors, over HTTP with JSON on loopback: {@code GET /world} tells everything, {@code GET
 * /carrier/SERIAL[/MISSION]} gives what a logger copies to a stick, {@code POST
 * /carry}, {@code /press}, {@code /cable}, {@code /fault}, {@code /incident} and {@code /advance} change it.
 */
public final class ControlServer implements AutoCloseable {

    private static final String CARRIER = "/carrier/";
    private static final int LARGEST_BODY = 10_000;
    private static final Duration LONGEST_LEAP = Duration.ofDays(400);

    private final HttpServer http;
    private final World world;
    private final Map<String, Integer> stations;
    private final MailServer mail;
    private final Runnable changed;
    private final JsonMapper json = JsonMapper.builder().build();

    static {
        // read once, when the first server is made: whoever sends by halves is given up
        System.setProperty("sun.net.httpserver.maxReqTime", "20");
        System.setProperty("sun.net.httpserver.maxRspTime", "60");
    }

    /** @param stations ports at which the network stations listen, by serial */
    public ControlServer(World world, Map<String, Integer> stations, MailServer mail, int port, Runnable changed)
            throws IOException {
        this.world = world;
        this.stations = stations;
        this.mail = mail;
        this.changed = changed;
        http = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 32);
        http.createContext("/", this::handle);
        http.setExecutor(Executors.newFixedThreadPool(4, r -> {
            Thread t = new Thread(r, "control");
            t.setDaemon(true);
            return t;
        }));
        http.start();
    }

    public int port() {
        return http.getAddress().getPort();
    }

    private void handle(HttpExchange exchange) throws IOException {
        try (exchange) {
            answer(exchange);
        }
    }

    private void answer(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath();
        // a browser names the page that asks; no page of anybody's is to move the world
        if (exchange.getRequestHeaders().containsKey("Origin")) {
            reply(exchange, 403, Map.of("error", "Not for pages of a browser"));
            return;
        }
        try {
            if (exchange.getRequestMethod().equals("GET") && path.startsWith(CARRIER)) {
                carrier(exchange, path.substring(CARRIER.length()).split("/"));
                return;
            }
            if ((exchange.getRequestMethod() + path).equals("GET/mails")) {
                reply(exchange, 200, mail.received());
                return;
            }
            if (!(exchange.getRequestMethod() + path).equals("GET/world")) {
                act(path, body(exchange));
                changed.run();
            }
            reply(exchange, 200, WorldView.of(world, stations));
        } catch (NoSuchElementException e) {
            reply(exchange, 404, Map.of("error", String.valueOf(e.getMessage())));
        } catch (JacksonException | IllegalArgumentException | DateTimeException e) {
            reply(exchange, 400, Map.of("error", String.valueOf(e.getMessage())));
        }
    }

    private void carrier(HttpExchange exchange, String[] asked) throws IOException {
        ByteArrayOutputStream zip = new ByteArrayOutputStream();
        CarrierFile.write(world.carrier(asked[0], asked.length > 1 ? Integer.parseInt(asked[1]) : 0), zip);
        exchange.getResponseHeaders().set("Content-Type", "application/zip");
        exchange.sendResponseHeaders(200, zip.size());
        exchange.getResponseBody().write(zip.toByteArray());
    }

    private JsonNode body(HttpExchange exchange) throws IOException {
        if (!exchange.getRequestMethod().equals("POST")) {
            throw new NoSuchElementException(
                    "There is nothing at " + exchange.getRequestURI().getPath());
        }
        return json.readTree(exchange.getRequestBody().readNBytes(LARGEST_BODY));
    }

    private void act(String path, JsonNode body) {
        switch (path) {
            case "/carry" -> carry(text(body, "serial"), text(body, "to"));
            case "/press" ->
                world.with(text(body, "serial"), (logger, now, probe) -> {
                    String key = body.path("key").asString("");
                    if (!key.isEmpty()) {
                        logger.key(key, now, probe);
                    } else if (body.path("long").asBoolean(false)) {
                        logger.hold(now);
                    } else {
                        logger.press(now, probe);
                    }
                    return null;
                });
            case "/cable" ->
                world.cable(text(body, "serial"), body.path("plugged").asBoolean(true));
            case "/fault" ->
                fault(
                        text(body, "serial"),
                        text(body, "kind"),
                        body.path("amount").asLong(1));
            case "/sensor" -> sensor(body);
            case "/incident" ->
                world.addIncident(new Incident(
                        text(body, "spot"),
                        Incident.Kind.valueOf(text(body, "kind").toUpperCase(Locale.ROOT)),
                        Instant.parse(text(body, "start")),
                        Instant.parse(text(body, "end"))));
            case "/advance" -> {
                Duration by = Duration.ofSeconds(body.path("seconds").asLong(0));
                if (by.compareTo(LONGEST_LEAP) > 0) {
                    throw new IllegalArgumentException("At most 400 days can pass at once");
                }
                world.advance(by);
            }
            case "/mail" -> mail.refuse(body.path("refuse").asBoolean(false));
            default -> throw new NoSuchElementException("There is nothing at " + path);
        }
    }

    private void carry(String serial, String to) {
        if (to.equals("dock")) {
            world.carryToDock(serial, 0);
        } else if (to.startsWith("dock:")) {
            world.carryToDock(serial, Integer.parseInt(to.substring(5)));
        } else {
            world.carryToSpot(serial, to);
        }
    }

    private void sensor(JsonNode body) {
        String serial = text(body, "serial");
        int channel = body.path("channel").asInt(0);
        switch (text(body, "state")) {
            case "open" -> world.open(serial, channel);
            case "short" -> world.bridge(serial, channel);
            case "value" -> world.give(serial, channel, body.path("value").asDouble(Double.NaN));
            case "right" -> world.letGo(serial);
            default -> throw new IllegalArgumentException("A sensor is open, short, value or right");
        }
    }

    private void fault(String serial, String kind, long amount) {
        switch (kind) {
            case "cable-half-way" -> world.pullCableHalfWay(serial);
            case "calibrator" -> world.calibrate(serial, amount);
            case "cable-at-writing" -> world.loosenAtWriting(serial);
            case "damaged-pages" -> world.damagePages(serial, (int) amount);
            case "forgets-plan" -> world.forget(serial, amount != 0);
            case "open-sensor" ->
                world.with(serial, (logger, now, probe) -> {
                    logger.openSensor(amount != 0);
                    return null;
                });
            case "leads-right", "leads-voltages-exchanged", "leads-loop-turned", "leads-loops-exchanged" ->
                world.connectLeads(serial, kind.substring("leads-".length()));
            case "flat-battery" ->
                world.with(serial, (logger, now, probe) -> {
                    logger.flatten();
                    return null;
                });
            case "fresh-battery" ->
                world.with(serial, (logger, now, probe) -> {
                    logger.renewBattery();
                    return null;
                });
            case "clock" ->
                world.with(serial, (logger, now, probe) -> {
                    logger.disturbClock(now, amount);
                    return null;
                });
            case "clock-set" ->
                world.with(serial, (logger, now, probe) -> {
                    logger.setClockByHand(now, amount);
                    return null;
                });
            default -> throw new IllegalArgumentException("There is no fault “" + kind + "”");
        }
    }

    private static String text(JsonNode body, String field) {
        JsonNode value = body.path(field);
        if (!value.isString()) {
            throw new IllegalArgumentException("“" + field + "” is missing");
        }
        return value.asString();
    }

    private void reply(HttpExchange exchange, int status, Object body) throws IOException {
        byte[] bytes = json.writeValueAsBytes(body);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    @Override
    public void close() {
        http.stop(0);
    }
}
