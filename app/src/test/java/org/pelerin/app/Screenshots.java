package org.pelerin.app;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.LoadState;
import com.microsoft.playwright.options.Media;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * Makes pictures of a running demo: {@code Screenshots ADDRESS DIRECTORY [NAME=PATH[@dark][@phone][@full][@confirm][@open][@print]]…}; without names, those
 * that the README shows.
 */
public final class Screenshots {

    private static final List<String> MAIN_VIEWS = List.of(
            "fleet=/",
            "dock=/dock",
            "logger=/dock/PL-20422@live",
            "write=/dock/PL-18090/write",
            "missions=/missions",
            "mission=/missions/1",
            "mission-dark=/missions/1@dark",
            "batch=/batches/new?serials=PL-18510&serials=PL-18511&serials=PL-18512&serials=PL-18513&serials=PL-18514&serials=PL-20422",
            "compare=/compare?s=m1,m2,m4",
            "mains=/missions/17/mains",
            "section=/places/1/site-view?from=2026-10-29T00:00&to=2026-11-11T00:00&unit=°C&high=14",
            "sound=/missions/14/sound",
            "findings=/findings",
            "limits=/limits/1/edit?spot=1",
            "attention=/to-do",
            "spot=/spots/1",
            "place=/place?serial=PL-18090&spot=3@phone",
            "round=/rounds/1/work@phone",
            "report=/reports/1");

    private Screenshots() {}

    public static void main(String[] args) {
        String address = args[0];
        Path directory = Path.of(args[1]);
        List<String> shots = args.length > 2 ? List.of(args).subList(2, args.length) : MAIN_VIEWS;
        try (Playwright playwright = Playwright.create();
                Browser browser = playwright.chromium().launch(options())) {
            for (String shot : shots) {
                String[] parts = shot.split("=", 2);
                String path = parts[1].replaceAll("@.*", "");
                boolean phone = parts[1].contains("@phone");
                boolean full = parts[1].contains("@full");
                try (BrowserContext context = browser.newContext(new Browser.NewContextOptions()
                        .setViewportSize(phone ? 390 : 1280, phone ? 844 : 800)
                        .setColorScheme(parts[1].contains("@dark") ? ColorScheme.DARK : ColorScheme.LIGHT))) {
                    Page page = context.newPage();
                    page.onConsoleMessage(m -> {
                        if (m.type().equals("error")) {
                            System.out.println(shot + ": " + m.text());
                        }
                    });
                    page.navigate(address + "/login");
                    page.fill("#username", "tech");
                    page.fill("#password", "pelerin");
                    page.click("button[type=submit]");
                    page.navigate(address + path);
                    page.waitForLoadState(LoadState.LOAD);
                    page.waitForTimeout(1600);
                    if (parts[1].contains("@confirm")) {
                        page.fill("#loggerName", "LIRRAN-BRINE");
                        page.keyboard().press("Control+Enter");
                        page.waitForTimeout(800);
                    }
                    if (parts[1].contains("@live")) {
                        page.waitForTimeout(24_000);
                    }
                    if (parts[1].contains("@open")) {
                        page.evaluate(
                                "document.querySelectorAll('main details, #main details').forEach(d => d.open = true)");
                    }
                    if (parts[1].contains("@print")) {
                        page.emulateMedia(new Page.EmulateMediaOptions().setMedia(Media.PRINT));
                    }
                    page.screenshot(new Page.ScreenshotOptions()
                            .setPath(directory.resolve(parts[0] + ".png"))
                            .setFullPage(full));
                }
            }
        }
    }

    /** The shell without a window costs a third less; the whole browser will do. */
    private static Path browser() {
        Path shell = Path.of("/usr/bin/chromium-headless-shell");
        return Files.exists(shell) ? shell : Path.of("/usr/bin/chromium");
    }

    static BrowserType.LaunchOptions options() {
        return new BrowserType.LaunchOptions()
                .setExecutablePath(browser())
                .setHeadless(true)
                .setArgs(List.of(
                        "--no-sandbox",
                        "--disable-gpu",
                        "--disable-quic",
                        "--no-first-run",
                        "--disable-background-networking",
                        "--disable-component-update",
                        "--disable-sync"));
    }
}
