package org.pelerin.app.platform.text;

import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.sensor.Sensor;

/**
 * How long a text that people type may be, in UTF-16 units: declared here once for its field ({@code maxlength}), for whoever keeps it, and
 * for its column. Names the column that keeps it; a test holds each against the schema.
 */
public enum Length {
    ACCOUNT_NAME("account.name", 60),
    DISPLAY_NAME("account.display_name", 120),
    SITE_NAME("site.name", 120),
    SITE_ADDRESS("site.address", 300),
    SITE_NOTES("site.notes", 2000),
    SPOT_NAME("spot.name", 120),
    SPOT_SURROUNDINGS("spot.surroundings", 60),
    SPOT_NOTES("spot.notes", 2000),
    LIMIT_UNIT("spot_limit.unit", Sensor.LONGEST_UNIT),
    PLACING_REMARKS("placement.remarks", 1000),
    /** Put together here. */
    MISFIT("placement.misfit", 500),
    PERSON_NAME("contact.name", 120),
    PERSON_ABOUT("contact.about", 200),
    PERSON_PHONE("contact.phone", 60),
    PERSON_NOTES("contact.notes", 1000),
    MAIL("account.mail", 200),
    OWN_NAME("logger.own_name", 80),
    LOGGER_REMARKS("logger.remarks", 400),
    SERIAL("batch_item.serial", 40),
    LOGGER_NAME("batch_item.logger_name", 60),
    PLAN_NAME("plan.name", 120),
    CHANNEL_LABEL("series.label", ChannelSettings.LONGEST_LABEL),
    CHANNEL_UNIT("series.unit", Sensor.LONGEST_UNIT),
    DERIVED_NAME("derived_series.name", 80),
    NOT_WIRED("mission.not_wired", 200),
    SENSOR_NAME("sensor.name", Sensor.LONGEST_NAME),
    CERTIFICATE("calibration.certificate", 80),
    /** Kept with what it is the reason for, after a few words of ours. */
    REASON("audit_entry.reason", 250),
    STATION_HOST("station.host", 120),
    ROUND_NAME("field_round.name", 120),
    ROUND_REMARKS("field_round.remarks", 2000),
    TASK_WHY("round_task.why", 400),
    /** Kept after what was found on the spot. */
    TASK_NOTE("round_task.note", 900),
    NOTE_TITLE("mission_note.title", 200),
    NOTE_PURPOSE("mission_note.purpose", 500),
    NOTE_PEOPLE("mission_note.people", 300),
    NOTE_PLACE("mission_note.place", 300),
    NOTE_REMARKS("mission_note.remarks", 4000),
    PINNED_NOTE("pinned_note.text", 500),
    VIEW_NAME("saved_view.name", 80),
    STUDY_NAME("mapping_study.name", 120),
    TEST_SUBJECT("timed_test.subject", 120),
    LIMITS_NAME("limit_set.name", 80),
    /** Of a rule, within its set's document. */
    RULE_NAME("derived_series.name", 80),
    CAUSE("cause.name", 120),
    FINDING_TEXT("finding_entry.text", 2000),
    HOUSE_NAME("house.name", 120),
    HOUSE_ADDRESS("house.address", 400),
    SIGNED_REMARK("signature.remark", 500),
    REPORT_TITLE("report.title", 300),
    REPORT_TROUBLE("report.trouble", 500),
    REPORT_SENTENCE("report.sentence", 600),
    /** Within its document. */
    REPORT_COMMENT("mission_note.remarks", 4000),
    MAIL_TO("report.mail_to", 254),
    RECHECK_TROUBLE("recheck_trouble.trouble", 1000),
    VERIFICATION_NAME("verification.name", 200),
    RECHECK_AUDIT("recheck.audit", 300),
    AUDIT_TROUBLE("audit_check.trouble", 400),
    TOKEN_NAME("api_token.name", 80),
    HOOK_URL("web_hook.url", 500),
    HOOK_TROUBLE("web_hook_delivery.trouble", 300),
    BACKUP_FILE("backup_run.file", 500),
    BACKUP_TROUBLE("backup_run.trouble", 500),
    LAYOUT_NAME("saved_layout.name", 120),
    /** What recorded a file, as a serial of its own. */
    DEVICE("logger.serial", 30),
    /** Up to eight digits; that is what a logger takes. */
    PIN("batch.pin", 8);

    private final String column;
    private final int most;

    Length(String column, int most) {
        this.column = column;
        this.most = most;
    }

    /** {@code table.column}. */
    public String column() {
        return column;
    }

    public int most() {
        return most;
    }

    public boolean exceeded(String text) {
        return text.strip().length() > most;
    }

    /** What is said of a text that is too long, without a full stop. */
    public String said(String text) {
        return Texts.of(
                "platform.text.length.atMostCharactersThisHas",
                "most",
                most,
                "length",
                text.strip().length());
    }

    /** The beginning of what is put together by us, where the whole would not fit. */
    public String cut(String text) {
        return text.length() > most ? text.substring(0, most - 1) + "…" : text;
    }
}
