package org.pelerin.bench;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** How long a running application takes for what people ask of the year that {@link YearOfAFleet} made: each the first time, and the median and the longest of twenty times after ten. */
public final class YearFigures {

    private static final int WARM = 10;
    private static final int TIMES = 20;

    private final String address;
    private final String token;
    private final BenchVisitor visitor;

    private YearFigures(String address, String token) throws IOException, InterruptedException {
        this.address = address;
        this.token = token;
        this.visitor = new BenchVisitor(address);
    }

    /** @param args address of the application, the file of the token */
    public static void main(String[] args) throws Exception {
        YearFigures figures = new YearFigures(args[0], Files.readString(Path.of(args[1])));
        figures.size();
        figures.pages();
        figures.report(1);
        figures.report(2);
    }

    private void size() throws SQLException {
        try (Connection c = DriverManager.getConnection(System.getenv("PELERIN_BENCH_DB_URL"), "pelerin", "pelerin");
                Statement s = c.createStatement()) {
            try (ResultSet r = s.executeQuery(
                    "SELECT (SELECT COUNT(*) FROM logger), (SELECT COUNT(*) FROM mission), (SELECT SUM(samples) FROM series),"
                            + " (SELECT SUM(data_length + index_length) FROM information_schema.tables WHERE table_schema = DATABASE())")) {
                r.next();
                System.out.printf(
                        "%,d loggers, %,d missions, %,d values, %.2f GB of tables and indexes%n",
                        r.getLong(1), r.getLong(2), r.getLong(3), r.getLong(4) / 1e9);
            }
        }
    }

    private void pages() throws Exception {
        System.out.printf("%-44s %9s %9s %9s%n", "", "first", "median", "longest");
        // from the middle, which nobody has opened before
        long mission = middle("mission");
        long spot = middle("spot");
        timed("fleet", "/");
        timed("to-do list", "/to-do");
        timed("missions", "/missions");
        timed("findings", "/findings");
        timed("places", "/places");
        timed("a site", "/places/" + middle("site"));
        timed("search for a serial", "/search?q=PY-%05d".formatted(middle("logger")));
        timed("search for letters of a spot", "/search?q=Spot%20012");
        timed("a mission", "/missions/" + mission);
        long[] span = span(mission);
        timed("its chart, whole", window(mission, span[0], span[1]));
        timed("its chart, a day", window(mission, span[0] + 10 * 86_400_000L, span[0] + 11 * 86_400_000L));
        timed("a year of a spot, once reckoned", "/spots/" + spot + "/record/chart");
        timed(
                "its hours",
                "/spots/" + spot + "/record/hours?year="
                        + YearMonth.now(ZoneOffset.UTC).getYear());
    }

    private static String window(long mission, long from, long to) {
        return "/missions/" + mission + "/window?from=" + from + "&to=" + to + "&width=1000";
    }

    private static long middle(String table) throws SQLException {
        try (Connection c = DriverManager.getConnection(System.getenv("PELERIN_BENCH_DB_URL"), "pelerin", "pelerin");
                Statement s = c.createStatement();
                ResultSet r = s.executeQuery("SELECT (MAX(id) + 1) DIV 2 FROM " + table)) {
            r.next();
            return r.getLong(1);
        }
    }

    private long[] span(long mission) throws SQLException {
        try (Connection c = DriverManager.getConnection(System.getenv("PELERIN_BENCH_DB_URL"), "pelerin", "pelerin");
                Statement s = c.createStatement();
                ResultSet r = s.executeQuery("SELECT first_at, last_at FROM mission WHERE id = " + mission)) {
            r.next();
            return new long[] {r.getLong(1), r.getLong(2)};
        }
    }

    private void timed(String what, String path) throws Exception {
        double first = once(path);
        while (visitor.get(path).contains("still being read")) {
            TimeUnit.MILLISECONDS.sleep(5);
        }
        for (int i = 0; i < WARM; i++) {
            once(path);
        }
        double[] took = new double[TIMES];
        for (int i = 0; i < TIMES; i++) {
            took[i] = once(path);
        }
        Arrays.sort(took);
        System.out.printf("%-44s %6.0f ms %6.0f ms %6.0f ms%n", what, first, took[TIMES / 2], took[TIMES - 1]);
    }

    private double once(String path) throws IOException, InterruptedException {
        long began = System.nanoTime();
        visitor.get(path);
        return (System.nanoTime() - began) / 1e6;
    }

    /** A month of a site's sixty spots: from the order to the stored PDF. */
    private void report(int monthsAgo) throws Exception {
        YearMonth month = YearMonth.now(ZoneOffset.UTC).minusMonths(monthsAgo);
        HttpClient http = HttpClient.newHttpClient();
        long began = System.nanoTime();
        HttpResponse<String> order = http.send(
                asked("/reports")
                        .header("Content-Type", "application/json")
                        .POST(HttpRequest.BodyPublishers.ofString("{\"site\": " + middle("site") + ", \"from\": \""
                                + month.atDay(1) + "\", \"to\": \"" + month.atEndOfMonth() + "\"}"))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        Matcher id = Pattern.compile("\"id\"\\s*:\\s*(\\d+)").matcher(order.body());
        if (!id.find()) {
            throw new IllegalStateException("No report was ordered: " + order.body());
        }
        String state;
        do {
            TimeUnit.MILLISECONDS.sleep(100);
            state = http.send(asked("/reports/" + id.group(1)).build(), HttpResponse.BodyHandlers.ofString())
                    .body();
        } while (state.contains("\"madeAt\":null") && state.contains("\"trouble\":\"\""));
        Matcher pages = Pattern.compile("\"pages\"\\s*:\\s*(\\d+)").matcher(state);
        if (!pages.find()) {
            throw new IllegalStateException("No report was made: " + state);
        }
        System.out.printf(
                "the report of a site's 60 spots and a month, %s pages: %.1f s%n",
                pages.group(1), (System.nanoTime() - began) / 1e9);
    }

    private HttpRequest.Builder asked(String path) {
        return HttpRequest.newBuilder(URI.create(address + "/api/v1" + path))
                .header("Authorization", "Bearer " + token);
    }
}
