package org.pelerin.app.deployment.placing;

import java.time.Instant;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;

/**
 * A logger's stay at a spot.
 *
 * @param takenAt when it was taken away; null as long as it is there
 * @param acclimatiseMinutes how long its readings are those of the way there
 * @param checked what was looked at, in plain words
 * @param missionId the mission that it was placed for, or null
 * @param misfit what of its mission was otherwise than the spot wants it when it was placed; empty for nothing
 * @param water measured from the reference point down when it was hung, in m, or null; as {@code cable}, to the logger
 */
public record Placement(
        long id,
        String serial,
        String model,
        long spotId,
        String spot,
        long siteId,
        String site,
        Instant placedAt,
        String placedBy,
        Instant takenAt,
        String takenBy,
        String remarks,
        int acclimatiseMinutes,
        String checked,
        Long missionId,
        Double water,
        Double cable,
        String misfit) {

    /** Water, cable, acclimatisation, remarks and what was checked, those that were said. */
    public String particulars(Formats show) {
        return Stream.of(
                        water == null
                                ? ""
                                : Texts.of("deployment.placing.placement.waterAtM", "water", show.number(water, 2)),
                        cable == null
                                ? ""
                                : Texts.of("deployment.placing.placement.cableCableM", "cable", show.number(cable, 2)),
                        acclimatiseMinutes == 0
                                ? ""
                                : Texts.of(
                                        "deployment.placing.placement.minOfAcclimatisation",
                                        "acclimatiseMinutes",
                                        acclimatiseMinutes),
                        remarks,
                        checked)
                .filter(s -> !s.isEmpty())
                .collect(Collectors.joining(" · "));
    }

    public boolean present() {
        return takenAt == null;
    }

    public String where() {
        return site + " / " + spot;
    }
}
