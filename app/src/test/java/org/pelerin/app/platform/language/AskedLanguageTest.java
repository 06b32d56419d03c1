package org.pelerin.app.platform.language;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.Cookie;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;

class AskedLanguageTest {

    private static MockHttpServletRequest asking(String path, String... preferred) {
        MockHttpServletRequest request = new MockHttpServletRequest("GET", path);
        request.setPreferredLocales(
                java.util.Arrays.stream(preferred).map(Locale::forLanguageTag).toList());
        return request;
    }

    @Test
    void the_first_language_of_the_browser_that_there_is() {
        assertThat(AskedLanguage.of(asking("/", "fr-CH", "de-AT", "en"))).isEqualTo(Locale.GERMAN);
        assertThat(AskedLanguage.of(asking("/", "fr", "it"))).isEqualTo(Locale.ENGLISH);
    }

    @Test
    void what_was_chosen_goes_before_the_browser_and_nonsense_does_not() {
        MockHttpServletRequest request = asking("/", "en");
        request.setCookies(new Cookie("language", "de"));
        assertThat(AskedLanguage.of(request)).isEqualTo(Locale.GERMAN);
        request.setCookies(new Cookie("language", "tlh"));
        assertThat(AskedLanguage.of(request)).isEqualTo(Locale.ENGLISH);
    }

    /** A page about what went wrong with a file of data is for whoever asked for the file. */
    @Test
    void it_is_found_out_once_for_a_request_and_anew_at_another_address() {
        AskedLanguage resolver = new AskedLanguage();
        MockHttpServletRequest request = asking("/missions/3/samples.csv", "de");
        assertThat(resolver.resolveLocale(request)).isEqualTo(Locale.ENGLISH);
        request.setRequestURI("/error");
        assertThat(resolver.resolveLocale(request)).isEqualTo(Locale.GERMAN);
        request.setCookies(new Cookie("language", "en"));
        assertThat(resolver.resolveLocale(request)).isEqualTo(Locale.GERMAN);
    }

    /** A table that is given back is written again and compared, whoever had it. */
    @Test
    void programs_and_files_of_data_are_in_english() {
        for (String path : new String[] {
            "/api/v1/missions", "/missions/3/samples.csv", "/missions/3/samples.xlsx", "/missions/3/bundle.zip"
        }) {
            assertThat(AskedLanguage.of(asking(path, "de"))).as(path).isEqualTo(Locale.ENGLISH);
        }
        assertThat(AskedLanguage.of(asking("/missions/3", "de"))).isEqualTo(Locale.GERMAN);
    }

    @Test
    void nothing_chosen_takes_the_cookie_away() {
        MockHttpServletResponse response = new MockHttpServletResponse();
        AskedLanguage.remember(null, asking("/", "en"), response);
        assertThat(response.getHeader("Set-Cookie")).contains("language=;").contains("Max-Age=0");
    }
}
