package org.pelerin.app;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Dialog;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.Cookie;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Duration;
import java.util.Map;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.StationWatch;
import org.pelerin.app.loggers.connection.Stations;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.shell.yard.YardClient;
import org.pelerin.yard.Yard;
import org.pelerin.yard.server.IdentityServer;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/** One yard, one application and one browser for all tests, begun when first needed; the database is that of the command. */
final class TestBed {

    static {
        // a machine that has much else to do takes longer; what is there at once is found at once all the same
        PlaywrightAssertions.setDefaultAssertionTimeout(20_000);
    }

    private static TestBed only;

    /** Where records go before they are removed. */
    static final Path ARCHIVE = Path.of("target", "archive");

    final Yard yard;
    final Path yardData;
    final ConfigurableApplicationContext app;
    final String address;
    private Playwright playwright;
    private Browser browser;

    private TestBed(String url) throws IOException {
        yardData = Files.createTempDirectory("pelerin-yard");
        yard = Yard.open(new Yard.YardOptions(yardData, 20_417, 0, 0, 0, 0, 0, 3, Duration.ZERO));
        app = new SpringApplicationBuilder(PelerinApplication.class).run(arguments(yard, 0, url));
        address = "http://127.0.0.1:" + app.getEnvironment().getProperty("local.server.port");
        AccountService accounts = app.getBean(AccountService.class);
        accounts.create("tech", "Technician", "pelerin", Role.TECHNICIAN, "system");
        accounts.create("viewer", "Viewer", "pelerin", Role.VIEWER, "system");
        accounts.create("slow", "Slowed", "pelerin", Role.VIEWER, "system");
        accounts.create("many", "Guessed at", "pelerin", Role.VIEWER, "system");
        PlaceService places = app.getBean(PlaceService.class);
        places.create("Ostrel cellars", "Europe/Paris", "Vault 1, rear", "system");
        Runtime.getRuntime().addShutdownHook(new Thread(this::close));
    }

    static synchronized TestBed get() {
        if (only == null) {
            try {
                TestDatabase.empty();
                only = new TestBed(TestDatabase.URL);
            } catch (IOException | SQLException e) {
                throw new IllegalStateException("The test bed could not be made; run the tests with ./pelerin test", e);
            }
        }
        return only;
    }

    /** Another one, for tests that leave nothing as it was. */
    static TestBed with(PrivateDatabase database) throws IOException {
        return new TestBed(database.url());
    }

    static String[] arguments(Yard yard, int port) {
        return arguments(yard, port, TestDatabase.URL);
    }

    private static String[] arguments(Yard yard, int port, String url) {
        return new String[] {
            "--server.port=" + port,
            "--spring.datasource.url=" + url,
            "--spring.datasource.username=" + TestDatabase.USER,
            "--spring.datasource.password=" + TestDatabase.PASSWORD,
            "--pelerin.dock.port=" + yard.dockPort(),
            "--pelerin.mail.host=127.0.0.1",
            "--pelerin.mail.port=" + yard.mailPort(),
            "--pelerin.archive=" + ARCHIVE,
            "--pelerin.sign-in.issuer=" + yard.identity().issuer(),
            "--pelerin.sign-in.client=" + IdentityServer.CLIENT,
            "--pelerin.sign-in.secret=" + IdentityServer.SECRET,
            "--pelerin.sign-in.name=Valley provider",
            "--pelerin.sign-in.roles=wardens=administrator, field=technician, quality=reviewer",
            "--pelerin.yard.control=http://127.0.0.1:" + yard.controlPort(),
            "--pelerin.hook-exceptions=127.0.0.1",
            "--pelerin.password-cost=4",
            // nothing is far away here
            "--server.compression.enabled=false",
            "--pelerin.metrics-token=token-of-the-tests-bed",
            "--PELERIN_ADMIN_PASSWORD=pelerin"
        };
    }

    <T> T bean(Class<T> type) {
        return app.getBean(type);
    }

    Browser browser() {
        if (browser == null) {
            playwright = Playwright.create();
            browser = playwright.chromium().launch(Screenshots.options());
        }
        return browser;
    }

    /** A page on which the technician is signed in; questions are answered with yes. */
    Page signedIn(BrowserContext context) {
        return signedIn(context, address);
    }

    static Page signedIn(BrowserContext context, String address) {
        return signedIn(context, address, "tech");
    }

    /** The page is empty still: who signs in by hand, and what that looks like, are {@link SignInTest}'s and {@link WalkTest}'s. */
    static Page signedIn(BrowserContext context, String address, String who) {
        try {
            context.addCookies(Visitor.signedIn(address, who).cookies().stream()
                    .map(c -> new Cookie(c.getName(), c.getValue()).setUrl(address))
                    .toList());
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
        Page page = context.newPage();
        page.onDialog(Dialog::accept);
        return page;
    }

    /** A new spot's number. */
    long spot(String site, String name) {
        bean(PlaceService.class).create(site, "Europe/Paris", name, "tech");
        return bean(PlaceService.class).all().stream()
                .filter(s -> s.full().equals(site + " / " + name))
                .map(SpotAt::id)
                .findFirst()
                .orElseThrow();
    }

    YardClient outdoors() {
        return bean(YardClient.class);
    }

    void carry(String serial, String to) {
        outdoors().post("/carry", Map.of("serial", serial, "to", to));
        bean(Dock.class).poll();
    }

    /** Leaves the dock as a test wants to find it, and no station watched. */
    void emptyDock() {
        Stations stations = bean(Stations.class);
        stations.all().forEach(s -> stations.remove(s, "system"));
        bean(StationWatch.class).look();
        outdoors().world().loggers().stream()
                .filter(YardClient.YardLogger::docked)
                .forEach(l -> carry(l.serial(), "bench"));
    }

    void close() {
        try {
            if (browser != null) {
                browser.close();
                playwright.close();
            }
            app.close();
            yard.close();
        } catch (IOException | RuntimeException e) {
            // the process ends anyway
        }
    }
}
