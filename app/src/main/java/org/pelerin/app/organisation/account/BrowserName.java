package org.pelerin.app.organisation.account;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.pelerin.app.platform.language.Texts;

/** What a browser says of itself, as people know it: “Firefox 140 on Windows”. Only for people to tell their own apart. */
final class BrowserName {

    /** In this order, as most name others beside themselves. */
    private static final Map<Pattern, String> BROWSERS = new LinkedHashMap<>();

    private static final Map<String, String> SYSTEMS = new LinkedHashMap<>();

    static {
        BROWSERS.put(Pattern.compile("Edg(?:e|A|iOS)?/(\\d+)"), "Edge");
        BROWSERS.put(Pattern.compile("(?:Firefox|FxiOS)/(\\d+)"), "Firefox");
        BROWSERS.put(Pattern.compile("(?:HeadlessChrome|Chrome|CriOS)/(\\d+)"), "Chrome");
        BROWSERS.put(Pattern.compile("Version/(\\d+).* Safari/"), "Safari");
        SYSTEMS.put("Android", "Android");
        SYSTEMS.put("iPhone", "iPhone");
        SYSTEMS.put("iPad", "iPad");
        SYSTEMS.put("Windows", "Windows");
        SYSTEMS.put("Macintosh", "macOS");
        SYSTEMS.put("Linux", "Linux");
    }

    private BrowserName() {}

    /** As it is where it is none of those. */
    static String of(String agent) {
        for (Map.Entry<Pattern, String> b : BROWSERS.entrySet()) {
            Matcher m = b.getKey().matcher(agent);
            if (m.find()) {
                String browser = b.getValue() + "\u00a0" + m.group(1);
                return SYSTEMS.entrySet().stream()
                        .filter(s -> agent.contains(s.getKey()))
                        .findFirst()
                        .map(s -> Texts.of(
                                "people.account.signInSettings.browserOn", "browser", browser, "system", s.getValue()))
                        .orElse(browser);
            }
        }
        return agent;
    }
}
