package org.pelerin.app.shell.setup;

import java.time.ZoneOffset;
import java.util.Comparator;
import org.pelerin.app.findings.signing.Signing;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionFilter;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.SignedAs;
import org.pelerin.app.organisation.AttentionRules;
import org.pelerin.app.organisation.House;
import org.pelerin.app.organisation.HouseService;
import org.springframework.stereotype.Component;

/** What the demo's house is called, and what was signed there: a few missions are reviewed, one is approved. */
@Component
class DemoSignatures {

    private static final int REVIEWED = 3;

    private final HouseService house;
    private final MissionQueries missions;
    private final Signing signing;

    DemoSignatures(HouseService house, MissionQueries missions, Signing signing) {
        this.house = house;
        this.missions = missions;
        this.signing = signing;
    }

    void make(String reviewer, String administrator) {
        house.change(
                new House(
                        "Ostrel mountain creameries",
                        "Quality and cellars\nUpper road 4, Ostrel",
                        House.Paper.A4,
                        true,
                        House.FactorFor.NOBODY,
                        AttentionRules.DEFAULT,
                        house.house().version()),
                administrator);
        MissionFilter home = new MissionFilter();
        home.stands = MissionFilter.Stands.REVIEW;
        missions.page(home.wanted(ZoneOffset.UTC), 100, 0).stream()
                .map(Mission::id)
                .map(id -> missions.find(id).orElseThrow())
                .filter(m -> signing.of(m).next() == SignedAs.REVIEWED)
                .sorted(Comparator.comparingLong(Mission::id))
                .limit(REVIEWED)
                .forEach(m -> signing.sign(m.id(), SignedAs.REVIEWED, "", reviewer));
        home.stands = MissionFilter.Stands.APPROVAL;
        missions.page(home.wanted(ZoneOffset.UTC), 100, 0).stream()
                .mapToLong(Mission::id)
                .min()
                .ifPresent(id -> signing.sign(id, SignedAs.APPROVED, "", administrator));
    }
}
