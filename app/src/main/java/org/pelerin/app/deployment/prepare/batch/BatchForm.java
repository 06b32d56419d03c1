package org.pelerin.app.deployment.prepare.batch;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;
import org.pelerin.core.plan.LoggerNames;

/** Which loggers are to get one plan, and what each is called; as it is typed. */
public class BatchForm implements Form {

    /** {@code one} plan for all, or {@code again}: each its own once more. */
    public String mode = "one";

    public List<String> serials = new ArrayList<>();
    public Long plan;
    /** {@code {n}} counts, {@code {n:02}} with two digits, {@code {serial}} is the serial. */
    public String pattern = "LOGGER-{n}";
    /** Rows of serial, name and spot, as pasted or uploaded; what it names goes before the pattern. */
    public String list = "";

    /** Of those that ask for one. */
    public String pin = "";

    /** Why channels that read open are left so until the loggers are placed. */
    public String notWired = "";

    public String start = "plan";
    public String startAt = "";
    public String startInterval = "10 min";

    private record Row(String name, Long spotId) {}

    boolean again() {
        return mode.equals("again");
    }

    /** A logger with the name and spot that a row gives it, either of which may be missing. */
    record Listed(String serial, String name, Long spotId) {}

    /** Every serial that was ticked or listed, once; what is wrong with the list is told line by line. */
    List<Listed> listed(List<SpotAt> spots, FieldReader typed) {
        Map<String, Row> rows = rows(spots, typed);
        Set<String> chosen = new LinkedHashSet<>(serials);
        chosen.addAll(rows.keySet());
        return chosen.stream()
                .map(serial -> {
                    Row row = rows.get(serial);
                    return new Listed(serial, row == null ? "" : row.name, row == null ? null : row.spotId);
                })
                .toList();
    }

    /** The name by the pattern. */
    String named(int n, String serial) {
        return LoggerNames.numbered(pattern.strip(), n).replace("{serial}", serial);
    }

    private Map<String, Row> rows(List<SpotAt> spots, FieldReader typed) {
        Map<String, Row> out = new LinkedHashMap<>();
        String[] lines = list.split("\\R");
        for (int i = 0; i < lines.length; i++) {
            if (lines[i].isBlank()
                    || i == 0 && lines[i].toLowerCase(java.util.Locale.ROOT).startsWith("serial")) {
                continue;
            }
            String[] cells = lines[i].strip().split("\\s*[\\t;,]\\s*", 3);
            String spot = cells.length > 2 ? cells[2].strip() : "";
            Long spotId = spots.stream()
                    .filter(s -> s.name().equalsIgnoreCase(spot) || s.full().equalsIgnoreCase(spot))
                    .map(SpotAt::id)
                    .findFirst()
                    .orElse(null);
            if (!spot.isEmpty() && spotId == null) {
                typed.wrong(
                        "list",
                        Texts.of("deployment.prepare.batch.batchForm.lineThereIsNoSpot", "i", (i + 1), "spot", spot));
            }
            if (out.put(cells[0].strip(), new Row(cells.length > 1 ? cells[1].strip() : "", spotId)) != null) {
                typed.wrong(
                        "list",
                        Texts.of(
                                "deployment.prepare.batch.batchForm.lineOccursTwice", "i", (i + 1), "cells", cells[0]));
            }
        }
        return out;
    }
}
