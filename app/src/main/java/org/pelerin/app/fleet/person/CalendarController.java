package org.pelerin.app.fleet.person;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.OwnAddress;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** A calendar for whoever knows its address. */
@RestController
class CalendarController {

    private static final MediaType CALENDAR = new MediaType("text", "calendar", StandardCharsets.UTF_8);

    private final CalendarService calendars;
    private final OwnAddress address;

    CalendarController(CalendarService calendars, OwnAddress address) {
        this.address = address;
        this.calendars = calendars;
    }

    @GetMapping("/calendar/{secret}.ics")
    ResponseEntity<String> read(@PathVariable String secret) {
        String base = address.base();
        String calendar = calendars
                .read(secret, base)
                .orElseThrow(() ->
                        new NotThereException(Texts.of("fleet.person.calendarController.thereIsNoCalendarUnder")));
        return ResponseEntity.ok()
                .contentType(CALENDAR)
                .cacheControl(CacheControl.maxAge(Duration.ofMinutes(5)).cachePrivate())
                .body(calendar);
    }
}
