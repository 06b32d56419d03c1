package org.pelerin.app.judge.library;

import org.pelerin.app.judge.limits.LimitsSource;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.rights.NotYourSiteException;
import org.pelerin.app.platform.rights.OwnSites;
import org.pelerin.app.platform.rights.SiteDoor;

/** A spot, a site or a plan that a set of limits is assigned to. */
record AssignTo(LimitsSource via, long id) {

    /**
     * @param to “SITE 3” or “PLAN 4”; where it is empty, {@code spot} counts
     * @throws LimitsController.NoLimitsException if neither says anything
     */
    static AssignTo of(String to, Long spot) {
        if (to.matches("(SITE|PLAN) \\d{1,18}")) {
            return new AssignTo(LimitsSource.valueOf(to.substring(0, 4)), Long.parseLong(to.substring(5)));
        }
        if (spot == null) {
            throw new LimitsController.NoLimitsException(Texts.of("judge.library.assignTo.chooseASpotASite"));
        }
        return new AssignTo(LimitsSource.SPOT, spot);
    }

    /** As {@link #of} reads it; empty for a spot. */
    public String to() {
        return via == LimitsSource.SPOT ? "" : via + " " + id;
    }

    /** Where one sees what would change. */
    String preview(long set) {
        return "/limits/" + set + "/assign?" + (via == LimitsSource.SPOT ? "spot=" + id : "to=" + via + "%20" + id);
    }

    public Long spot() {
        return via == LimitsSource.SPOT ? id : null;
    }

    /** What is assigned to a plan changes verdicts at every site. */
    void require(SiteDoor door) {
        switch (via) {
            case SITE -> door.require("site", id);
            case SPOT -> door.require("spot", id);
            default -> {
                if (!OwnSites.now().all()) {
                    throw new NotYourSiteException(true);
                }
            }
        }
    }
}
