package org.pelerin.app.places;

import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.NamedTable;
import org.pelerin.core.plan.Deployment;
import org.pelerin.core.plan.Hanging;
import org.pelerin.core.text.TypedNumber;

/**
 * Sites and spots as CSV (RFC 4180, UTF-8): a row a spot, the site's columns repeated; a site without spots has one row with the
 * spot left empty. Limits are written {@code unit low … high}, one end may be left out, several are parted by {@code |}.
 */
final class PlaceTable {

    static final List<String> COLUMNS = List.of(
            "site",
            "zone",
            "address",
            "latitude",
            "longitude",
            "site notes",
            "spot",
            "surroundings",
            "plan",
            "collect every days",
            "depth m",
            "static level m",
            "kept clear m",
            "margin m",
            "cable m",
            "limits",
            "spot notes");

    private PlaceTable() {}

    /** Rows that were read, and what is wrong with the others, line by line. */
    record Read(List<PlaceRow> rows, List<String> errors) {}

    static String write(List<PlaceRow> rows) {
        return NamedTable.write(COLUMNS, rows.stream().map(PlaceTable::cells).toList());
    }

    private static List<String> cells(PlaceRow r) {
        Site t = r.site();
        Spot s = r.spot();
        List<String> cells = new ArrayList<>(
                List.of(t.name(), t.zone(), t.address(), text(t.latitude()), text(t.longitude()), t.notes()));
        if (s == null) {
            cells.addAll(java.util.Collections.nCopies(COLUMNS.size() - cells.size(), ""));
        } else {
            cells.addAll(List.of(
                    s.name(),
                    s.surroundings(),
                    s.plan() == null ? "" : s.plan(),
                    s.collectDays() == null ? "" : String.valueOf(s.collectDays()),
                    text(s.depth()),
                    text(s.hanging().staticLevel()),
                    text(s.hanging().keptClear()),
                    text(s.hanging().margin()),
                    text(s.hanging().cable()),
                    limits(s.demands()),
                    s.notes()));
        }
        return cells;
    }

    /** @param known what is there already: columns that the file does not have stay as they are */
    static Read read(String text, ZoneId home, List<PlaceRow> known) {
        NamedTable.Read table = NamedTable.read(text, COLUMNS, "site");
        List<PlaceRow> rows = new ArrayList<>();
        List<String> errors = new ArrayList<>(table.errors());
        table.rows().forEach(row -> row(row, home, known, rows, errors));
        return new Read(rows, errors);
    }

    /** A row's cells by column, over those of what is known by its names. */
    private static Map<String, String> cells(NamedTable.Row row, List<PlaceRow> known) {
        Map<String, String> out = new LinkedHashMap<>();
        PlaceRow.known(known, row.cell("site"), row.cell("spot")).ifPresent(r -> {
            List<String> before = cells(r);
            for (int c = 0; c < COLUMNS.size(); c++) {
                out.put(COLUMNS.get(c), before.get(c));
            }
        });
        out.put("spot", "");
        out.putAll(row.cells());
        return out;
    }

    private static void row(
            NamedTable.Row line, ZoneId home, List<PlaceRow> known, List<PlaceRow> rows, List<String> errors) {
        Map<String, String> cells = cells(line, known);
        String at = line.at();
        int before = errors.size();
        String site = cells.getOrDefault("site", "");
        if (site.isEmpty()) {
            errors.add(Texts.of("places.placeTable.theSiteHasNoName", "at", at));
        }
        String zone = cells.getOrDefault("zone", "").isEmpty() ? home.getId() : cells.get("zone");
        try {
            ZoneId.of(zone);
        } catch (DateTimeException e) {
            errors.add(Texts.of("places.placeTable.isNotATimeZone", "at", at, "zone", zone));
        }
        Site read = new Site(
                0,
                site,
                zone,
                cells.getOrDefault("address", ""),
                number(cells, "latitude", -90, 90, at, errors),
                number(cells, "longitude", -180, 180, at, errors),
                cells.getOrDefault("site notes", ""),
                null);
        Spot spot = null;
        if (!cells.getOrDefault("spot", "").isEmpty()) {
            Double days = number(cells, "collect every days", 1, 3660, at, errors);
            spot = new Spot(
                    0,
                    0,
                    site,
                    cells.get("spot"),
                    cells.getOrDefault("surroundings", ""),
                    null,
                    cells.getOrDefault("plan", ""),
                    days == null ? null : (int) Math.round(days),
                    number(cells, "depth m", 0, 1000, at, errors),
                    new Hanging(
                            number(cells, "static level m", -1000, 1000, at, errors),
                            number(cells, "kept clear m", 0, 1000, at, errors),
                            number(cells, "margin m", 0, 1000, at, errors),
                            number(cells, "cable m", 0, 1000, at, errors)),
                    cells.getOrDefault("spot notes", ""),
                    null,
                    null,
                    null,
                    demands(cells.getOrDefault("limits", ""), at, errors));
        }
        if (errors.size() == before) {
            rows.add(new PlaceRow(read, spot));
        }
    }

    private static Double number(
            Map<String, String> cells, String column, double low, double high, String at, List<String> errors) {
        String text = cells.getOrDefault(column, "");
        if (text.isEmpty()) {
            return null;
        }
        try {
            double v = TypedNumber.of(text);
            if (v >= low && v <= high) {
                return v;
            }
        } catch (IllegalArgumentException e) {
            // said below
        }
        errors.add(Texts.of(
                "places.placeTable.isNotAValidEnter",
                "at",
                at,
                "text",
                text,
                "column",
                column,
                "low",
                text(low),
                "high",
                text(high)));
        return null;
    }

    static String limits(List<Deployment.Demand> demands) {
        List<String> out = new ArrayList<>();
        demands.forEach(d -> out.add(d.unit() + " " + text(d.low()) + " … " + text(d.high())));
        return String.join(" | ", out);
    }

    /** “°C 2 … 8 | %RH … 95”. */
    static List<Deployment.Demand> demands(String text, String at, List<String> errors) {
        List<Deployment.Demand> out = new ArrayList<>();
        for (String one : text.split("\\|")) {
            if (one.isBlank()) {
                continue;
            }
            var found = java.util.regex.Pattern.compile("(\\S+)\\s+(-?[0-9.,]*)\\s*(?:…|\\.\\.\\.|to)\\s*(-?[0-9.,]*)")
                    .matcher(one.strip().replace('−', '-'));
            try {
                if (!found.matches()) {
                    throw new NumberFormatException();
                }
                Double low = found.group(2).isEmpty() ? null : Double.valueOf(TypedNumber.of(found.group(2)));
                Double high = found.group(3).isEmpty() ? null : Double.valueOf(TypedNumber.of(found.group(3)));
                if (low == null && high == null || low != null && high != null && low >= high) {
                    throw new NumberFormatException();
                }
                out.add(new Deployment.Demand(found.group(1), low, high));
            } catch (IllegalArgumentException e) {
                errors.add(Texts.of("places.placeTable.isNotALimitWrite", "at", at, "one", one.strip()));
            }
        }
        return out;
    }

    private static String text(Double v) {
        return v == null
                ? ""
                : v == Math.rint(v) && Math.abs(v) < 1e9 ? String.valueOf(v.longValue()) : String.valueOf(v);
    }
}
