package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.loggers.library.SensorLibrary;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.places.Spot;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.GapRule;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Hanging;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;

/** A form that is sent back as it came changes nothing, in whichever language it shows its numbers. */
@Tag("bed")
@Timeout(120)
class SameFormTest {

    private static TestBed bed;
    private static Visitor admin;

    @BeforeAll
    static void begin() throws Exception {
        bed = TestBed.get();
        admin = Visitor.signedIn(bed.address, "admin");
    }

    /** What the one form of the page's middle would send, sent. */
    private static void sendBack(String path, String language) throws Exception {
        HttpResponse<String> answer = admin.sendBack(path, language);
        assertThat(answer.statusCode())
                .as(() -> path + ": "
                        + Jsoup.parse(answer.body())
                                .select(".wrong-text, .refused, .errors")
                                .text())
                .isEqualTo(302);
    }

    @ParameterizedTest
    @ValueSource(strings = {"en", "de"})
    void limits(String language) throws Exception {
        LimitSets sets = bed.bean(LimitSets.class);
        LimitSet was = sets.create(
                "Sent back in " + language,
                new Limits(
                        "Sent back",
                        List.of(
                                Rule.of("a", "Air", new Bound.Above(1.125), Lasting.allowance(Duration.ofHours(8))),
                                Rule.of("b", "Air", new Bound.Below(-999.875), Lasting.samples(3)),
                                Rule.of("c", "Mains", new Bound.Nominal(230.5, 10.25, 7.125), Lasting.ANY)),
                        List.of(new GapRule("g", null, Duration.ofHours(2), 97.125, Severity.MINOR))),
                "tech");
        sendBack("/limits/" + was.id() + "/edit", language);
        assertThat(sets.find(was.id()).orElseThrow().limits()).isEqualTo(was.limits());
    }

    @ParameterizedTest
    @ValueSource(strings = {"en", "de"})
    void a_plan(String language) throws Exception {
        PlanService plans = bed.bean(PlanService.class);
        Plan settings = new Plan(
                ModelCatalogue.get("birch-th").id(),
                "BACK",
                Duration.ofSeconds(90),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(
                        new ChannelSettings(true, "Air", new Alarm(14.125, Duration.ofHours(1), true), null),
                        new ChannelSettings(true, "Humidity", null, null)));
        StoredPlan was = plans.create("Sent back in " + language, settings, "tech");
        sendBack("/plans/" + was.id() + "/edit", language);
        assertThat(plans.settings(plans.find(was.id()).orElseThrow())).isEqualTo(settings);
    }

    @ParameterizedTest
    @ValueSource(strings = {"en", "de"})
    void a_site_and_a_spot(String language) throws Exception {
        PlaceService places = bed.bean(PlaceService.class);
        long spot = bed.spot("Sent back in " + language, "Well");
        SpotAt at = places.find(spot).orElseThrow();
        long siteId = places.spot(spot).orElseThrow().siteId();
        Site s = places.site(siteId).orElseThrow();
        places.save(new Site(s.id(), s.name(), s.zone(), "Lane 3", 45.125, -12.275, "Key", s.pictureStamp()), "tech");
        Spot p = places.spot(spot).orElseThrow();
        places.save(
                new Spot(
                        p.id(),
                        p.siteId(),
                        p.site(),
                        p.name(),
                        "Under water",
                        p.planId(),
                        p.plan(),
                        14,
                        4.5,
                        new Hanging(5.25, 1.5, 0.25, 9.75),
                        "Lid",
                        p.x(),
                        p.y(),
                        p.photoStamp(),
                        p.demands()),
                "tech");
        Site site = places.site(siteId).orElseThrow();
        Spot was = places.spot(spot).orElseThrow();
        sendBack("/places/" + siteId + "/edit", language);
        sendBack("/spots/" + spot + "/edit", language);
        assertThat(places.site(siteId)).contains(site);
        assertThat(places.spot(at.id())).contains(was);
    }

    @ParameterizedTest
    @ValueSource(strings = {"en", "de"})
    void sensors(String language) throws Exception {
        SensorLibrary sensors = bed.bean(SensorLibrary.class);
        for (Scaling scaling : List.of(
                new Scaling.TwoPoint(4.125, -50.5, 20, 150.125),
                new Scaling.Polynomial(List.of(1.125, -2.5, 0.001)),
                new Scaling.Table(
                        List.of(new Scaling.Point(1.125, 2.5), new Scaling.Point(7.125, 900.125)),
                        Scaling.Outside.CLAMP))) {
            Sensor was = new Sensor(
                    "Back " + scaling.getClass().getSimpleName() + " " + language,
                    Input.CURRENT,
                    scaling,
                    "bar",
                    -50.125,
                    950.5,
                    2,
                    0,
                    0,
                    0,
                    null);
            sensors.save(was, "tech");
            sendBack("/library/sensors/edit?from=" + URLEncoder.encode(was.name(), StandardCharsets.UTF_8), language);
            assertThat(sensors.find(was.name())).contains(was);
        }
    }
}
