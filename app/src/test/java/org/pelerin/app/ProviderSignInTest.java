package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.organisation.account.AccountAdministration;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.PasswordAgain;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.yard.server.IdentityServer;
import org.springframework.jdbc.core.JdbcTemplate;

/** Signing in with a provider, over HTTP from page to page as a browser goes. */
@Tag("bed")
@Timeout(120)
class ProviderSignInTest {

    private static TestBed bed;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
    }

    private static IdentityServer.Person known(String name, String... groups) {
        IdentityServer.Person p = new IdentityServer.Person(
                "sub-" + name, name, "Person " + name, name + "@valley.invalid", List.of(groups));
        bed.yard.identity().know(p);
        return p;
    }

    private static Visitor stranger() {
        return new Visitor(bed.address, Duration.ofSeconds(30));
    }

    private static String next(HttpResponse<String> answer) {
        return answer.headers()
                .firstValue("Location")
                .orElseThrow(() -> new AssertionError("no way on: " + answer.statusCode() + answer.body()));
    }

    /** From the sign-in page to the provider, which lists whom it knows. */
    private static String toProvider(Visitor visitor) throws Exception {
        String own = next(visitor.get("/login/provider"));
        return next(visitor.get(own));
    }

    /** Chooses somebody there; where one is sent back to. */
    private static String chosen(Visitor visitor, String provider, IdentityServer.Person person) throws Exception {
        Matcher choice = Pattern.compile("href=\"([^\"]*person=" + person.subject() + ")\"")
                .matcher(visitor.get(provider).body());
        assertThat(choice.find()).as("%s is listed", person.name()).isTrue();
        return next(visitor.get(bed.yard.identity().issuer() + choice.group(1).replace("&amp;", "&")));
    }

    /** Where one ends. */
    private static String signIn(Visitor visitor, IdentityServer.Person person) throws Exception {
        return next(visitor.get(chosen(visitor, toProvider(visitor), person)));
    }

    private static HttpResponse<String> post(Visitor visitor, String path, Map<String, String> fields)
            throws Exception {
        Matcher token = Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"")
                .matcher(visitor.get("/me/password").body());
        assertThat(token.find()).isTrue();
        StringBuilder form = new StringBuilder("_csrf=" + URLEncoder.encode(token.group(1), StandardCharsets.UTF_8));
        fields.forEach(
                (k, v) -> form.append('&').append(k).append('=').append(URLEncoder.encode(v, StandardCharsets.UTF_8)));
        return visitor.send(visitor.to(path)
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString(form.toString()))
                .build());
    }

    private static String role(String account) {
        return bed.bean(JdbcTemplate.class)
                .queryForObject("SELECT role FROM account WHERE name = ?", String.class, account);
    }

    private static String shown(String account) {
        return bed.bean(JdbcTemplate.class)
                .queryForObject("SELECT display_name FROM account WHERE name = ?", String.class, account);
    }

    private static List<String> trail(String account, String action) {
        return bed.bean(AuditTrail.class).latest(account, List.of(action), 5).stream()
                .map(e -> e.after())
                .toList();
    }

    @Test
    void somebody_new_gets_an_account_with_the_role_of_the_claim_and_goes_on_where_he_wanted_to_be() throws Exception {
        IdentityServer.Person mila = known("Mila.Ort", "field");
        Visitor visitor = stranger();
        assertThat(next(visitor.get("/missions"))).contains("/login");
        assertThat(visitor.get("/login").body()).contains("Sign in with Valley provider");
        assertThat(signIn(visitor, mila)).endsWith("/missions");
        assertThat(shown("mila.ort")).isEqualTo("Person Mila.Ort");
        assertThat(role("mila.ort")).isEqualTo("TECHNICIAN");
        assertThat(bed.bean(AccountService.class).mailOf("mila.ort")).isEqualTo("Mila.Ort@valley.invalid");
        assertThat(trail("mila.ort", "sign in")).containsExactly("with Valley provider, from 127.0.0.1");
        assertThat(trail("mila.ort", "create account")).containsExactly("Person Mila.Ort, TECHNICIAN");
    }

    @Test
    void role_and_name_follow_the_provider_and_the_account_follows_the_person() throws Exception {
        known("sven.a", "field");
        signIn(stranger(), known("sven.a", "field"));
        // another role, married, and a new name to sign in with: the same subject
        IdentityServer.Person now = new IdentityServer.Person(
                "sub-sven.a", "sven.b", "Sven Berg", "sven.berg@valley.invalid", List.of("quality", "nothing of ours"));
        bed.yard.identity().know(now);
        assertThat(signIn(stranger(), now)).endsWith("/");
        assertThat(role("sven.a")).isEqualTo("REVIEWER");
        assertThat(shown("sven.a")).isEqualTo("Sven Berg");
        assertThat(bed.bean(JdbcTemplate.class)
                        .queryForList("SELECT name FROM account WHERE name LIKE 'sven%'", String.class))
                .containsExactly("sven.a");
        assertThat(trail("sven.a", "change account")).containsExactly("Sven Berg, REVIEWER");
    }

    @Test
    void without_a_role_nobody_comes_in_and_the_page_says_why() throws Exception {
        Visitor visitor = stranger();
        String end = signIn(visitor, known("kim.l", "canteen"));
        assertThat(end).isEqualTo("/login?provider=role");
        assertThat(visitor.get(end).body()).contains("have no role in Pelerin");
        assertThat(visitor.get("/missions").statusCode()).isEqualTo(302);
        assertThat(trail("kim.l", "refuse sign-in")).containsExactly("with Valley provider, from 127.0.0.1: no role");
        assertThat(bed.bean(JdbcTemplate.class)
                        .queryForList("SELECT name FROM account WHERE name = 'kim.l'", String.class))
                .isEmpty();
    }

    @Test
    void a_name_alone_opens_no_account_that_is_there_until_an_administrator_allows_it_once() throws Exception {
        AccountAdministration accounts = bed.bean(AccountAdministration.class);
        bed.bean(AccountService.class).create("jo.own", "Jo Own", "pelerin", Role.VIEWER, "system");
        IdentityServer.Person jo = known("jo.own", "field");
        Visitor visitor = stranger();
        assertThat(signIn(visitor, jo)).isEqualTo("/login?provider=taken");
        assertThat(role("jo.own")).isEqualTo("VIEWER");
        Visitor.signedIn(bed.address, "jo.own");

        accounts.allowLink("jo.own", "admin");
        assertThat(signIn(visitor, jo)).endsWith("/");
        assertThat(role("jo.own")).isEqualTo("TECHNICIAN");
        // the password signs in no more, and another subject of the same name neither
        Visitor byPassword = stranger();
        assertThat(org.assertj.core.api.Assertions.catchThrowable(() -> byPassword.signIn("jo.own", "pelerin")))
                .isInstanceOf(IllegalStateException.class);
        IdentityServer.Person impostor =
                new IdentityServer.Person("sub-other", "jo.own", "Other Jo", "o@valley.invalid", List.of("wardens"));
        bed.yard.identity().know(impostor);
        assertThat(signIn(stranger(), impostor)).isEqualTo("/login?provider=taken");
        assertThat(role("jo.own")).isEqualTo("TECHNICIAN");

        // and back
        String given = accounts.unlink("jo.own", "left the valley", "admin");
        assertThat(given).isNotEmpty();
        assertThat(signIn(stranger(), jo)).isEqualTo("/login?provider=taken");
    }

    @Test
    void an_account_that_is_disabled_stays_out() throws Exception {
        IdentityServer.Person uli = known("uli.d", "field");
        signIn(stranger(), uli);
        bed.bean(AccountAdministration.class).disable("uli.d", "left", "admin");
        assertThat(signIn(stranger(), uli)).isEqualTo("/login?provider=disabled");
    }

    @Test
    void the_password_for_signatures_is_chosen_right_after_signing_in_and_signs_nobody_in() throws Exception {
        IdentityServer.Person rea = known("rea.q", "quality");
        Visitor visitor = stranger();
        signIn(visitor, rea);
        PasswordAgain again = bed.bean(PasswordAgain.class);
        assertThat(again.is("rea.q", "", "127.0.0.1", "sign")).isFalse();
        assertThat(again.is("rea.q", "none", "127.0.0.1", "sign")).isFalse();
        String wanted = "three unrelated words of mine";
        HttpResponse<String> saved = post(visitor, "/me/password", Map.of("wanted", wanted, "repeated", wanted));
        assertThat(next(saved)).contains("/me/sign-in");
        assertThat(again.is("rea.q", wanted, "127.0.0.1", "sign")).isTrue();
        assertThat(org.assertj.core.api.Assertions.catchThrowable(
                        () -> stranger().signIn("rea.q", wanted)))
                .isInstanceOf(IllegalStateException.class);
        // a second one needs the first
        HttpResponse<String> second = post(
                visitor,
                "/me/password",
                Map.of("present", "guessed", "wanted", wanted + "!", "repeated", wanted + "!"));
        assertThat(second.statusCode()).isEqualTo(200);
        assertThat(again.is("rea.q", wanted, "127.0.0.1", "sign")).isTrue();
        bed.bean(AccountAdministration.class).removeSigningPassword("rea.q", "admin");
        assertThat(again.is("rea.q", wanted, "127.0.0.1", "sign")).isFalse();
    }

    @Test
    void an_answer_that_nobody_asked_for_or_that_is_sent_twice_signs_nobody_in() throws Exception {
        IdentityServer.Person ada = known("ada.t", "field");
        Visitor asks = stranger();
        String back = chosen(asks, toProvider(asks), ada);
        // in another browser: a state that it never sent
        Visitor other = stranger();
        assertThat(next(other.get(back))).isEqualTo("/login?provider=failed");
        assertThat(next(other.get("/missions"))).contains("/login");
        assertThat(next(asks.get(back))).endsWith("/");
        assertThat(next(stranger().get(back))).isEqualTo("/login?provider=failed");
        String tampered = chosen(asks, toProvider(asks), ada).replaceFirst("code=[^&]+", "code=guessed");
        assertThat(next(asks.get(tampered))).isEqualTo("/login?provider=failed");
    }

    @Test
    void the_way_back_is_where_this_application_says_it_is_whatever_host_the_request_names() throws Exception {
        String provider = toProvider(stranger());
        assertThat(provider)
                .startsWith(bed.yard.identity().issuer())
                .contains("code_challenge_method=S256")
                .contains("nonce=");
        URI back = URI.create(java.net.URLDecoder.decode(
                provider.replaceFirst(".*redirect_uri=([^&]+).*", "$1"), StandardCharsets.UTF_8));
        assertThat(back.getPath()).isEqualTo("/login/oauth2/code/company");
        assertThat(back.getHost()).isEqualTo(URI.create(bed.address).getHost());
    }

    @Test
    void who_has_an_address_is_told_by_mail_that_the_sign_in_was_changed() throws Exception {
        AccountService accounts = bed.bean(AccountService.class);
        accounts.create("told.of", "Told Of", "pelerin", Role.TECHNICIAN, "system");
        accounts.create("not.told", "Not Told", "pelerin", Role.TECHNICIAN, "system");
        accounts.reachBy("told.of", "told.of@valley.invalid", "told.of");
        AccountAdministration administration = bed.bean(AccountAdministration.class);
        administration.ownPassword("told.of", "pelerin", "a long row of other words", false);
        administration.ownPassword("not.told", "pelerin", "a long row of other words", false);
        Waiting.until(
                "the mail is there",
                () -> bed.outdoors().mails().stream().anyMatch(m -> m.to().equals("told.of@valley.invalid")));
        assertThat(bed.outdoors().mails().stream().filter(m -> m.to().equals("told.of@valley.invalid")))
                .singleElement()
                .satisfies(m -> assertThat(m.subject()).isEqualTo("Pelerin: your sign-in was changed"))
                .satisfies(m -> assertThat(m.text())
                        .contains("The password of the account told.of was changed.", "tell an administrator at once"));
        assertThat(bed.bean(JdbcTemplate.class)
                        .queryForObject(
                                "SELECT COUNT(*) FROM sign_in_news WHERE account IN ('told.of', 'not.told')",
                                Integer.class))
                .isZero();
    }

    @Test
    void the_last_administrator_stays_one_whatever_the_provider_says() throws Exception {
        JdbcTemplate sql = bed.bean(JdbcTemplate.class);
        IdentityServer.Person ines = known("ines.w", "wardens");
        signIn(stranger(), ines);
        assertThat(role("ines.w")).isEqualTo("ADMIN");
        List<String> others = sql.queryForList(
                "SELECT name FROM account WHERE role = 'ADMIN' AND name <> 'ines.w' AND disabled_at IS NULL",
                String.class);
        others.forEach(o -> sql.update("UPDATE account SET disabled_at = 1 WHERE name = ?", o));
        try {
            signIn(stranger(), known("ines.w", "field"));
            assertThat(role("ines.w")).isEqualTo("ADMIN");
        } finally {
            others.forEach(o -> sql.update("UPDATE account SET disabled_at = NULL WHERE name = ?", o));
        }
        signIn(stranger(), known("ines.w", "field"));
        assertThat(role("ines.w")).isEqualTo("TECHNICIAN");
    }
}
