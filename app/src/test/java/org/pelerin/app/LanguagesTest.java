package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpResponse;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.select.Elements;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.organisation.House;
import org.pelerin.app.organisation.HouseService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.language.CurrentLanguage;
import org.pelerin.core.language.Recogniser;
import org.pelerin.core.language.Wording;
import org.springframework.jdbc.core.JdbcTemplate;

/** Every page that links lead to, in each language: it speaks that one alone, and each has its part of the guide. */
@Tag("bed")
@Timeout(300)
class LanguagesTest {

    /** Pages of one mapping that are looked at. */
    private static final int OF_ONE_KIND = 2;

    private static final Pattern NO_PAGE = Pattern.compile(
            "\\.(css|js|csv|xlsx|json|zip|pdf|pem|png|svg|ics|geojson|yaml)\\b|^/(webjars|fonts|css|js|api|help/pictures)/|^/logout|^/login\\?|/logo$|/original$|/photo$|/picture$|/files/\\d+$|^/attachments/|senml");

    private static final Pattern VARIABLE = Pattern.compile("(?<=/)(\\d+|[A-Z]{2}-[\\w-]+)(?=/|$)");
    private static final Pattern LETTERS = Pattern.compile("\\p{L}{3,}");

    /** Names: of people, accounts, rules, channels, limits that come as an example, and of the languages themselves. */
    private static final Set<String> NAMES = Set.of(
            "Deutsch",
            "English",
            "Technician",
            "Reviewer",
            "Administrator",
            "viewer",
            "above",
            "below",
            "mean",
            "total",
            "Battery",
            "Pressure",
            "Water",
            "Cold store 1–6 °C");

    /** What both languages call so. */
    private static final Pattern PORT = Pattern.compile("Port \\d+.*");

    private static PrivateDatabase database;
    private static TestBed bed;
    private static EveryKind kinds;
    private static final Map<String, Document> ENGLISH = new LinkedHashMap<>();
    private static final Map<String, Document> GERMAN = new LinkedHashMap<>();

    @BeforeAll
    static void walk() throws Exception {
        // of its own: what other tests leave is in no language
        database = new PrivateDatabase();
        bed = TestBed.with(database);
        kinds = new EveryKind(bed, "QL-TONGUE");
        Visitor admin = Visitor.signedIn(bed.address, "admin");
        Deque<String> ahead = new ArrayDeque<>(Stream.concat(
                        Stream.of("/", "/missions/" + kinds.mission.id, "/spots/" + kinds.spot),
                        Fuzzer.doors(bed.app).stream()
                                .filter(d -> d.method().equals("GET"))
                                .map(Fuzzer.Door::pattern)
                                .sorted())
                .filter(p -> !p.contains("{"))
                .toList());
        Map<String, Integer> seen = new HashMap<>();
        Set<String> done = new HashSet<>();
        while (!ahead.isEmpty()) {
            String path = ahead.poll();
            if (NO_PAGE.matcher(path).find()
                    || !done.add(path)
                    || seen.merge(kind(path), 1, Integer::sum) > OF_ONE_KIND) {
                continue;
            }
            Document english = page(admin, path, "en");
            if (english != null) {
                ENGLISH.put(path, english);
                GERMAN.put(path, page(admin, path, "de"));
                for (Element link : english.select("[href^=/], [hx-get^=/]")) {
                    ahead.add(
                            link.hasAttr("hx-get")
                                    ? link.attr("hx-get")
                                    : link.attr("href").replaceFirst("#.*", ""));
                }
            }
        }
    }

    @AfterAll
    static void away() throws InterruptedException {
        bed.close();
        database.close();
    }

    private static String kind(String path) {
        return VARIABLE.matcher(path.replaceFirst("\\?.*", "")).replaceAll("*");
    }

    /** Null where it is none. */
    private static Document page(Visitor who, String path, String language) throws Exception {
        HttpResponse<String> answer =
                who.send(who.to(path).header("Accept-Language", language).build());
        assertThat(answer.statusCode()).as(path).isLessThan(500);
        boolean html = answer.headers().firstValue("Content-Type").orElse("").startsWith("text/html");
        return html && answer.statusCode() == 200 ? Jsoup.parse(answer.body()) : null;
    }

    private static List<String> said(Document page) {
        Document copy = page.clone();
        copy.select("script, style, [translate=no], body [lang]").remove();
        List<String> out = new ArrayList<>();
        copy.getAllElements().forEach(e -> {
            e.textNodes().forEach(t -> out.add(t.text().strip()));
            for (String attribute : List.of("title", "aria-label", "alt", "placeholder", "data-ask", "data-means")) {
                out.add(e.attr(attribute).strip());
            }
        });
        out.removeIf(t -> NAMES.contains(t)
                || PORT.matcher(t).matches()
                || !LETTERS.matcher(t).find());
        return out;
    }

    @Test
    void the_walk_comes_to_every_kind_of_page() {
        assertThat(GERMAN).hasSizeGreaterThan(80).doesNotContainValue(null);
        assertThat(GERMAN.keySet().stream().map(LanguagesTest::kind))
                .contains("/dock/*", "/missions/*", "/spots/*", "/limits/*", "/findings/*", "/help/technician");
        GERMAN.forEach((path, page) -> {
            if (!page.select("nav.rail").isEmpty()) {
                assertThat(page.selectFirst("html").attr("lang")).as(path).isEqualTo("de");
            }
        });
    }

    /** What an English wording fits, and what reads otherwise in German. */
    @Test
    void a_german_page_holds_no_english() {
        Recogniser recogniser = new Recogniser(Texts.all(), "");
        Set<String> german = new HashSet<>();
        Texts.all().of(Locale.GERMAN).values().forEach(w -> german.add(w.written()));
        Map<String, String> known = new HashMap<>();
        Set<String> found = new TreeSet<>();
        GERMAN.forEach((path, page) -> said(page).stream()
                .filter(t -> !german.contains(t))
                .filter(t -> !known.computeIfAbsent(t, x -> recogniser.in(Locale.GERMAN, x))
                        .equals(t))
                .forEach(t -> found.add(kind(path) + " | " + t + " → " + known.get(t))));
        assertThat(found).isEmpty();
    }

    /** What is stored for good is stored in English, whoever does it. */
    @Test
    void what_somebody_does_in_german_is_recorded_in_english() {
        LimitsInForce limits = bed.bean(LimitsInForce.class);
        HouseService houses = bed.bean(HouseService.class);
        CurrentLanguage.in(Locale.GERMAN, () -> {
            limits.say(kinds.mission.mission(), null, "why", "tech");
            limits.say(kinds.mission.mission(), kinds.set, "why", "tech");
            House h = houses.house();
            houses.change(
                    new House(
                            "Creamery",
                            "",
                            House.Paper.LETTER,
                            h.fourEyes(),
                            h.factorFor(),
                            h.attention(),
                            h.version()),
                    "tech");
            h = houses.house();
            houses.change(
                    new House("", "", House.Paper.A4, h.fourEyes(), h.factorFor(), h.attention(), h.version()), "tech");
            return null;
        });
        assertThat(bed.bean(JdbcTemplate.class)
                        .queryForList(
                                "SELECT CONCAT(subject, ' ', before_state, ' ', after_state) FROM audit_entry WHERE action IN ('set limits', 'change house') ORDER BY sequence DESC LIMIT 4",
                                String.class))
                .allSatisfy(
                        t -> assertThat(t).doesNotContainPattern("(?i)messplan|grenz|einsatz|papier|genehmigt|[äöüß]"))
                .anySatisfy(t -> assertThat(t).contains("Alarm limits of the plan"));
    }

    @Test
    void an_english_page_holds_no_german() {
        Set<String> english = new HashSet<>();
        Texts.all().of(Locale.ENGLISH).values().forEach(w -> english.add(w.written()));
        List<String> german = Texts.all().of(Locale.GERMAN).values().stream()
                .map(Wording::written)
                .filter(w -> !english.contains(w)
                        && !w.contains("{")
                        && LETTERS.matcher(w).find())
                .sorted(Comparator.naturalOrder())
                .toList();
        Set<String> whole = new HashSet<>(german);
        Set<String> found = new TreeSet<>();
        ENGLISH.forEach((path, page) -> said(page).stream()
                .filter(t -> whole.contains(t) || t.matches(".*\\b(und|der|die|nicht|mit|für)\\b.*"))
                .forEach(t -> found.add(kind(path) + " | " + t)));
        assertThat(found).isEmpty();
    }

    @Test
    void every_page_leads_to_its_part_of_the_guide() {
        List<String> without = new ArrayList<>();
        ENGLISH.forEach((path, page) -> {
            Elements help = page.select("a.to-help");
            if (!help.isEmpty() && !help.attr("href").contains("#") && !path.startsWith("/help")) {
                without.add(path);
            }
        });
        assertThat(without).isEmpty();
    }
}
