package org.pelerin.app.fleet.person;

import java.io.Writer;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import org.pelerin.app.evidence.AuditSearch;
import org.pelerin.app.fleet.notices.Notices;
import org.pelerin.app.organisation.account.AccountRecords;
import org.pelerin.app.organisation.contact.AddressBook;
import org.pelerin.app.organisation.contact.Contact;
import org.pelerin.app.organisation.language.OwnLanguage;
import org.pelerin.app.organisation.token.ApiToken;
import org.pelerin.app.organisation.token.ApiTokens;
import org.pelerin.app.organisation.units.OwnUnits;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import org.springframework.stereotype.Service;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.ObjectWriteContext;
import tools.jackson.core.json.JsonFactory;

/**
 * All that belongs to a person, as JSON: the account and what the person has set, tokens and sessions without their secrets, entries of the address book with
 * the same mail address, and each entry of the audit trail that was made by the person or is about the account. What somebody did to loggers, missions and
 * findings is there as it stands in the trail. Streamed; instants are ISO 8601 in UTC.
 */
@Service
class PersonExport {

    private static final JsonFactory JSON = new JsonFactory();

    private final AccountRecords accounts;
    private final OwnLanguage languages;
    private final OwnUnits units;
    private final Notices notices;
    private final CalendarService calendars;
    private final ApiTokens tokens;
    private final AddressBook contacts;
    private final AuditSearch trail;
    private final Clock clock;

    PersonExport(
            AccountRecords accounts,
            OwnLanguage languages,
            OwnUnits units,
            Notices notices,
            CalendarService calendars,
            ApiTokens tokens,
            AddressBook contacts,
            AuditSearch trail,
            Clock clock) {
        this.accounts = accounts;
        this.languages = languages;
        this.units = units;
        this.notices = notices;
        this.calendars = calendars;
        this.tokens = tokens;
        this.contacts = contacts;
        this.trail = trail;
        this.clock = clock;
    }

    void write(AccountRecords.OfAccount of, Writer out) {
        try (JsonGenerator json = JSON.createGenerator(ObjectWriteContext.empty(), out)) {
            json.writeStartObject();
            instant(json, "exportedAt", clock.instant());
            account(json, of);
            settings(json, of.name());
            sessions(json, of.sessions());
            tokens(json, tokens.of(of.name()));
            contacts(json, of.mail());
            json.writeName("audit");
            json.writeStartArray();
            trail.each(of.name(), e -> {
                json.writeStartObject();
                json.writeNumberProperty("sequence", e.sequence());
                instant(json, "at", e.at());
                json.writeStringProperty("who", e.who());
                json.writeStringProperty("action", e.action());
                json.writeStringProperty("subject", e.subject());
                json.writeStringProperty("before", e.before());
                json.writeStringProperty("after", e.after());
                json.writeStringProperty("reason", e.reason());
                json.writeEndObject();
            });
            json.writeEndArray();
            json.writeEndObject();
        }
    }

    private static void instant(JsonGenerator json, String name, Instant at) {
        if (at == null) {
            json.writeNullProperty(name);
        } else {
            json.writeStringProperty(name, at.toString());
        }
    }

    private static void account(JsonGenerator json, AccountRecords.OfAccount a) {
        json.writeName("account");
        json.writeStartObject();
        json.writeStringProperty("name", a.name());
        json.writeStringProperty("displayName", a.displayName());
        json.writeStringProperty("role", a.role().name());
        json.writeStringProperty("mail", a.mail());
        instant(json, "disabledAt", a.disabledAt());
        json.writeBooleanProperty("secondFactor", a.secondFactor());
        json.writeEndObject();
    }

    private void settings(JsonGenerator json, String name) {
        json.writeName("settings");
        json.writeStartObject();
        json.writeStringProperty(
                "language", languages.of(name).map(Locale::toLanguageTag).orElse(""));
        ShownUnits own = units.of(name);
        json.writeName("units");
        json.writeStartArray();
        for (Unit u : new Unit[] {own.temperature(), own.pressure(), own.length(), own.volume()}) {
            if (u != null) {
                json.writeString(u.symbol());
            }
        }
        json.writeEndArray();
        json.writeName("notices");
        json.writeStartArray();
        notices.choices(name).forEach(k -> json.writeString(k.name()));
        json.writeEndArray();
        instant(
                json,
                "calendarMadeAt",
                calendars.of(name).map(CalendarAddress::madeAt).orElse(null));
        json.writeEndObject();
    }

    private static void sessions(JsonGenerator json, List<AccountRecords.OfSession> all) {
        json.writeName("sessions");
        json.writeStartArray();
        for (AccountRecords.OfSession s : all) {
            json.writeStartObject();
            instant(json, "since", s.since());
            instant(json, "used", s.used());
            json.writeStringProperty("source", s.source());
            json.writeStringProperty("browser", s.browser());
            json.writeEndObject();
        }
        json.writeEndArray();
    }

    private static void tokens(JsonGenerator json, List<ApiToken> all) {
        json.writeName("tokens");
        json.writeStartArray();
        for (ApiToken t : all) {
            json.writeStartObject();
            json.writeStringProperty("name", t.name());
            json.writeStringProperty("role", t.role().name());
            instant(json, "madeAt", t.madeAt());
            instant(json, "expiresAt", t.expiresAt());
            instant(json, "usedAt", t.usedAt());
            instant(json, "revokedAt", t.revokedAt());
            json.writeEndObject();
        }
        json.writeEndArray();
    }

    private void contacts(JsonGenerator json, String mail) {
        json.writeName("addressBook");
        json.writeStartArray();
        for (Contact c : contacts.all()) {
            if (!mail.isEmpty() && c.mail().equalsIgnoreCase(mail)) {
                json.writeStartObject();
                json.writeStringProperty("name", c.name());
                json.writeStringProperty("about", c.about());
                json.writeStringProperty("phone", c.phone());
                json.writeStringProperty("mail", c.mail());
                json.writeStringProperty("notes", c.notes());
                json.writeEndObject();
            }
        }
        json.writeEndArray();
    }
}
