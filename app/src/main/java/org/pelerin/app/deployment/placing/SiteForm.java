package org.pelerin.app.deployment.placing;

import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.Map;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;

/** A site as it is typed. */
public class SiteForm implements Form {

    public long id;
    public String name = "";
    public String zone = "";
    public String address = "";
    public String latitude = "";
    public String longitude = "";
    public String notes = "";
    /** Mark of the site as this form showed it. */
    public String seen = "";

    /** What was read, and what is wrong with each field. */
    record Parsed(Site site, Map<String, String> errors) {}

    static SiteForm blank(ZoneId home) {
        SiteForm form = new SiteForm();
        form.zone = home.getId();
        return form;
    }

    static SiteForm of(Site site) {
        SiteForm form = new SiteForm();
        form.id = site.id();
        form.name = site.name();
        form.zone = site.zone();
        form.address = site.address();
        form.latitude = site.latitude() == null ? "" : FieldReader.plain(site.latitude());
        form.longitude = site.longitude() == null ? "" : FieldReader.plain(site.longitude());
        form.notes = site.notes();
        form.seen = PlaceService.mark(site);
        return form;
    }

    /** Its fields as people read them. */
    Map<String, String> shown() {
        return SavedMeanwhile.fields(
                Texts.of("deployment.placing.siteForm.name"),
                name,
                Texts.of("deployment.placing.siteForm.timeZone"),
                zone,
                Texts.of("deployment.placing.siteForm.address"),
                address,
                Texts.of("deployment.placing.siteForm.latitude"),
                latitude,
                Texts.of("deployment.placing.siteForm.longitude"),
                longitude,
                Texts.of("deployment.placing.siteForm.notes"),
                notes);
    }

    Parsed parse() {
        FieldReader typed = new FieldReader();
        if (name.isBlank()) {
            typed.wrong("name", Texts.of("deployment.placing.siteForm.enterAName"));
        }
        try {
            ZoneId.of(zone.strip());
        } catch (DateTimeException e) {
            typed.wrong("zone", Texts.of("deployment.placing.siteForm.isNotATimeZone", "zone", zone.strip()));
        }
        Double north = degrees(typed, "latitude", latitude, 90);
        Double east = degrees(typed, "longitude", longitude, 180);
        if ((north == null) != (east == null) && typed.errors().isEmpty()) {
            typed.wrong(
                    north == null ? "latitude" : "longitude",
                    Texts.of("deployment.placing.siteForm.enterLatitudeAndLongitude"));
        }
        return new Parsed(
                new Site(
                        id,
                        typed.text("name", name, Length.SITE_NAME),
                        zone.strip(),
                        typed.text("address", address, Length.SITE_ADDRESS),
                        north,
                        east,
                        typed.text("notes", notes, Length.SITE_NOTES),
                        null),
                typed.errors());
    }

    private static Double degrees(FieldReader typed, String field, String text, double most) {
        Double v = text.isBlank() ? null : typed.number(field, text);
        if (v != null && Math.abs(v) > most) {
            typed.wrong(field, Texts.of("deployment.placing.siteForm.enterDegreesFromTo", "most", (int) most));
        }
        return v;
    }
}
