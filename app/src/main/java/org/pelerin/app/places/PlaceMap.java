package org.pelerin.app.places;

import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.exchange.JsonFault;
import org.pelerin.core.plan.Deployment;
import org.pelerin.core.plan.Hanging;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Sites and spots as GeoJSON (RFC 7946): a feature a site, a point or no geometry, the spots a list among its properties.
 * Positions are longitude, latitude in degrees, WGS 84.
 */
final class PlaceMap {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private PlaceMap() {}

    static String write(List<PlaceRow> rows) {
        Map<String, ObjectNode> sites = new LinkedHashMap<>();
        ArrayNode features = JSON.createArrayNode();
        for (PlaceRow r : rows) {
            ObjectNode feature = sites.computeIfAbsent(r.site().name(), n -> {
                ObjectNode made = feature(r.site());
                features.add(made);
                return made;
            });
            if (r.spot() != null) {
                ((ArrayNode) feature.get("properties").get("spots")).add(spot(r.spot()));
            }
        }
        ObjectNode out = JSON.createObjectNode();
        out.put("type", "FeatureCollection");
        out.set("features", features);
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(out);
    }

    private static ObjectNode feature(Site site) {
        ObjectNode feature = JSON.createObjectNode();
        feature.put("type", "Feature");
        if (site.latitude() == null || site.longitude() == null) {
            feature.putNull("geometry");
        } else {
            ObjectNode point = feature.putObject("geometry");
            point.put("type", "Point");
            point.putArray("coordinates").add(site.longitude()).add(site.latitude());
        }
        ObjectNode properties = feature.putObject("properties");
        properties.put("name", site.name());
        properties.put("zone", site.zone());
        properties.put("address", site.address());
        properties.put("notes", site.notes());
        properties.putArray("spots");
        return feature;
    }

    private static ObjectNode spot(Spot s) {
        ObjectNode out = JSON.createObjectNode();
        out.put("name", s.name());
        out.put("surroundings", s.surroundings());
        out.put("plan", s.plan() == null ? "" : s.plan());
        out.put("collectDays", s.collectDays());
        out.put("depth", s.depth());
        out.put("staticLevel", s.hanging().staticLevel());
        out.put("keptClear", s.hanging().keptClear());
        out.put("margin", s.hanging().margin());
        out.put("cable", s.hanging().cable());
        out.put("notes", s.notes());
        ArrayNode limits = out.putArray("limits");
        s.demands()
                .forEach(d -> limits.addObject()
                        .put("unit", d.unit())
                        .put("low", d.low())
                        .put("high", d.high()));
        return out;
    }

    /** @param known what is there already: what the file does not say stays as it is */
    static PlaceTable.Read read(String text, ZoneId home, List<PlaceRow> known) {
        List<PlaceRow> rows = new ArrayList<>();
        List<String> errors = new ArrayList<>();
        JsonNode root;
        try {
            root = JSON.readTree(text);
        } catch (JacksonException e) {
            return new PlaceTable.Read(
                    List.of(),
                    List.of(Texts.of(
                            "places.placeMap.notValidJson",
                            "location",
                            (e.getLocation() == null
                                    ? ""
                                    : Texts.of(
                                            "places.placeMap.lineLineNr",
                                            "lineNr",
                                            e.getLocation().getLineNr())),
                            "jsonFault",
                            JsonFault.words(e))));
        }
        if (!root.path("type").asString("").equals("FeatureCollection")
                || !root.path("features").isArray()) {
            return new PlaceTable.Read(List.of(), List.of(Texts.of("places.placeMap.typeOnlyAFeatureCollection")));
        }
        int n = 0;
        for (JsonNode feature : root.path("features")) {
            feature(feature, "features[" + n + "]", home, known, rows, errors);
            n++;
        }
        return new PlaceTable.Read(rows, errors);
    }

    private static void feature(
            JsonNode given, String at, ZoneId home, List<PlaceRow> known, List<PlaceRow> rows, List<String> errors) {
        String name = given.path("properties").path("name").asString("").strip();
        ObjectNode feature =
                PlaceRow.known(known, name, "").map(r -> feature(r.site())).orElseGet(JSON::createObjectNode);
        ObjectNode p = feature.withObject("properties");
        if (given.path("properties") instanceof ObjectNode properties) {
            p.setAll(properties);
        }
        if (given.has("geometry")) {
            feature.set("geometry", given.get("geometry"));
        }
        if (name.isEmpty()) {
            errors.add(Texts.of("places.placeMap.propertiesNameTheSiteHas", "at", at));
            return;
        }
        Double latitude = null;
        Double longitude = null;
        JsonNode geometry = feature.path("geometry");
        if (!geometry.isNull() && !geometry.isMissingNode()) {
            JsonNode c = geometry.path("coordinates");
            boolean point = geometry.path("type").asString("").equals("Point")
                    && c.isArray()
                    && c.size() >= 2
                    && c.get(0).isNumber()
                    && c.get(1).isNumber()
                    && Math.abs(c.get(0).asDouble()) <= 180
                    && Math.abs(c.get(1).asDouble()) <= 90;
            if (!point) {
                errors.add(Texts.of("places.placeMap.geometryOnlyAPointWith", "at", at));
                return;
            }
            longitude = c.get(0).asDouble();
            latitude = c.get(1).asDouble();
        }
        String zone = p.path("zone").asString("").isBlank()
                ? home.getId()
                : p.path("zone").asString();
        try {
            ZoneId.of(zone);
        } catch (DateTimeException e) {
            errors.add(Texts.of("places.placeMap.propertiesZoneIsNotA", "at", at, "zone", zone));
            return;
        }
        Site site = new Site(
                0,
                name,
                zone,
                p.path("address").asString(""),
                latitude,
                longitude,
                p.path("notes").asString(""),
                null);
        if (p.path("spots").isEmpty()) {
            rows.add(new PlaceRow(site, null));
        }
        int n = 0;
        for (JsonNode s : p.path("spots")) {
            spot(s, site, at + ".properties.spots[" + n + "]", known, rows, errors);
            n++;
        }
    }

    private static void spot(
            JsonNode given, Site site, String at, List<PlaceRow> known, List<PlaceRow> rows, List<String> errors) {
        int before = errors.size();
        String name = given.path("name").asString("").strip();
        ObjectNode s = PlaceRow.known(known, site.name(), name)
                .filter(r -> r.spot() != null)
                .map(r -> spot(r.spot()))
                .orElseGet(JSON::createObjectNode);
        if (given instanceof ObjectNode fields) {
            s.setAll(fields);
        }
        if (name.isEmpty()) {
            errors.add(Texts.of("places.placeMap.nameTheSpotHasNo", "at", at));
        }
        List<Deployment.Demand> demands = new ArrayList<>();
        for (JsonNode d : s.path("limits")) {
            Double low = number(d, "low", at + ".limits", errors);
            Double high = number(d, "high", at + ".limits", errors);
            if (d.path("unit").asString("").isBlank() || low == null && high == null) {
                errors.add(Texts.of("places.placeMap.limitsALimitHasA", "at", at));
            } else {
                demands.add(new Deployment.Demand(d.path("unit").asString(), low, high));
            }
        }
        Double days = number(s, "collectDays", at, errors);
        Spot spot = new Spot(
                0,
                0,
                site.name(),
                name,
                s.path("surroundings").asString(""),
                null,
                s.path("plan").asString(""),
                days == null ? null : (int) Math.round(days),
                number(s, "depth", at, errors),
                new Hanging(
                        number(s, "staticLevel", at, errors),
                        number(s, "keptClear", at, errors),
                        number(s, "margin", at, errors),
                        number(s, "cable", at, errors)),
                s.path("notes").asString(""),
                null,
                null,
                null,
                demands);
        if (errors.size() == before) {
            rows.add(new PlaceRow(site, spot));
        }
    }

    private static Double number(JsonNode of, String field, String at, List<String> errors) {
        JsonNode v = of.path(field);
        if (v.isMissingNode() || v.isNull()) {
            return null;
        }
        if (!v.isNumber()) {
            errors.add(Texts.of("places.placeMap.isNotANumber", "at", at, "field", field, "asString", v.asString("")));
            return null;
        }
        return v.asDouble();
    }
}
