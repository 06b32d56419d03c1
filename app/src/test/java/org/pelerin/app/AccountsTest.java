package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import javax.sql.DataSource;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.organisation.account.AccountAdministration;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.organisation.token.ApiTokens;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.security.core.userdetails.UsernameNotFoundException;

/** Accounts: made, changed, disabled, and how people come to a password of their own. */
@Tag("bed")
@Timeout(120)
class AccountsTest {

    private static final String GOOD = "bramble lantern otter 7";

    private static TestBed bed;
    private static AccountAdministration accounts;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        accounts = bed.bean(AccountAdministration.class);
    }

    private static void signIn(Page page, String name, String password) {
        page.navigate(bed.address + "/login");
        page.fill("#username", name);
        page.fill("#password", password);
        page.press("#password", "Enter");
    }

    /** A row that stays as it is need not be written. */
    @Test
    void when_a_session_was_last_used_is_kept_to_the_minute_and_it_lasts_twelve_hours() throws Exception {
        Visitor visitor = Visitor.signedIn(bed.address, "tech");
        String cookie = visitor.cookies().stream()
                .filter(c -> c.getName().equals("SESSION"))
                .findFirst()
                .orElseThrow()
                .getValue();
        visitor.get("/missions");
        Map<String, Object> row = new JdbcTemplate(bed.bean(DataSource.class))
                .queryForMap(
                        "SELECT CREATION_TIME, LAST_ACCESS_TIME, EXPIRY_TIME FROM SPRING_SESSION WHERE SESSION_ID = ?",
                        new String(Base64.getDecoder().decode(cookie), StandardCharsets.UTF_8));
        long created = (Long) row.get("CREATION_TIME");
        long used = (Long) row.get("LAST_ACCESS_TIME");
        long ends = (Long) row.get("EXPIRY_TIME");
        long now = System.currentTimeMillis();
        assertThat(used == created || used % 60_000 == 0).isTrue();
        assertThat(used).isBetween(created, now);
        assertThat(ends % 60_000).isZero();
        assertThat(Duration.ofMillis(ends - now)).isBetween(Duration.ofMinutes(12 * 60 - 2), Duration.ofHours(12));
        assertThat(visitor.get("/missions").statusCode()).isEqualTo(200);
    }

    @Test
    void somebody_is_added_chooses_a_password_and_is_signed_out_by_what_is_changed() {
        try (BrowserContext desk = bed.browser().newContext();
                BrowserContext theirs = bed.browser().newContext()) {
            Page admin = desk.newPage();
            signIn(admin, "admin", "pelerin");
            admin.navigate(bed.address + "/admin/accounts");
            admin.fill("#name", "rosa");
            admin.fill("#displayName", "Rosa of the cellar");
            admin.selectOption("#role", "TECHNICIAN");
            admin.click("text=Add account");
            String once = admin.inputValue("#given");
            // once, and in no page afterwards
            admin.reload();
            assertThat(admin.locator(".given")).hasCount(0);

            Page rosa = theirs.newPage();
            signIn(rosa, "rosa", once);
            assertThat(rosa.locator("h1")).containsText("your own password first");
            for (String path : List.of("/", "/dock", "/me", "/admin/accounts", "/plans/new")) {
                rosa.navigate(bed.address + path);
                assertThat(rosa.locator("h1")).containsText("your own password first");
            }
            change(rosa, once, "too short");
            assertThat(rosa.locator(".refused")).containsText("at least 12 characters");
            change(rosa, once, "password1234");
            assertThat(rosa.locator(".refused")).containsText("is common or easily derived");
            change(rosa, once, "i am rosa and none else");
            assertThat(rosa.locator(".refused")).containsText("sign-in name");
            change(rosa, "not it at all", GOOD);
            assertThat(rosa.locator(".refused")).containsText("present password is wrong");
            change(rosa, once, GOOD);
            assertThat(rosa.locator(".said")).containsText("Your password is changed");
            signIn(rosa, "rosa", once);
            assertThat(rosa.locator(".refused")).isVisible();
            signIn(rosa, "rosa", GOOD);
            assertThat(rosa.locator("nav.rail")).isVisible();

            // another role: she signs in again, and may no longer what she might; her page, which asks by itself, is
            // left before
            rosa.navigate("about:blank");
            admin.navigate(bed.address + "/admin/accounts/rosa");
            admin.selectOption("#role", "VIEWER");
            admin.click(".main-act");
            assertThat(admin.locator(".said")).containsText("Saved");
            rosa.navigate(bed.address + "/plans/new");
            assertThat(rosa.locator("#username")).isVisible();
            signIn(rosa, "rosa", GOOD);
            rosa.navigate(bed.address + "/plans/new");
            assertThat(rosa.locator("h1")).not().containsText("plan");
            rosa.navigate("about:blank");

            admin.fill("input[name=reason]", "another job");
            admin.click("text=Disable account");
            assertThat(admin.locator("h1")).containsText("cannot sign in since");
            rosa.navigate(bed.address + "/");
            assertThat(rosa.locator("#username")).isVisible();
            signIn(rosa, "rosa", GOOD);
            assertThat(rosa.locator(".refused")).isVisible();
            assertThat(admin.locator("main table")).containsText("change own password");
            assertThat(admin.locator("main table")).containsText("refused: wrong password");
        }
    }

    private static void change(Page page, String present, String wanted) {
        page.navigate(bed.address + "/me/password");
        page.locator("#wanted").evaluate("e => { e.minLength = 0; }");
        page.fill("#present", present);
        page.fill("#wanted", wanted);
        page.fill("#repeated", wanted);
        page.click("main form button.btn-primary");
    }

    @Test
    void nobody_locks_himself_or_everybody_out() {

        assertThatThrownBy(() -> accounts.change("admin", "Administrator", Role.VIEWER, null, "admin"))
                .hasMessageContaining("You cannot change your own role");
        assertThatThrownBy(() -> accounts.disable("admin", "why not", "admin"))
                .hasMessageContaining("You cannot disable");
        assertThatThrownBy(() -> accounts.disable("admin", "why not", "tech"))
                .hasMessageContaining("only administrator");
        assertThatThrownBy(() -> accounts.change("admin", "Administrator", Role.TECHNICIAN, null, "tech"))
                .hasMessageContaining("only administrator");
    }

    @Test
    void a_disabled_account_reads_no_calendar_and_is_told_of_nothing_by_mail() throws SQLException {
        accounts.add("gone", "Gone", Role.TECHNICIAN, "admin");
        sql(
                "REPLACE INTO calendar_address (account, secret_sha256, made_at) VALUES ('gone', SHA2('its-secret', 256), 0)");
        try (BrowserContext context = bed.browser().newContext()) {
            String address = bed.address + "/calendar/its-secret.ics";
            assertThat(context.request().get(address).status()).isEqualTo(200);
            accounts.disable("gone", "left", "admin");
            assertThat(context.request().get(address).status()).isEqualTo(404);
            accounts.enable("gone", "admin");
            assertThat(context.request().get(address).status()).isEqualTo(200);
        }
        assertThat(bed.bean(AccountService.class).people())
                .extracting(p -> p.name())
                .contains("gone");
        accounts.disable("gone", "left again", "admin");
        assertThat(bed.bean(AccountService.class).people())
                .extracting(p -> p.name())
                .doesNotContain("gone");
    }

    private static void sql(String statement) throws SQLException {
        try (Connection c = TestDatabase.connect();
                Statement s = c.createStatement()) {
            s.execute(statement);
        }
    }

    @Test
    void names_that_cannot_be_are_refused() {
        for (String no : List.of("", "Rosa", "a b", "-a", "a/b", "system", "x".repeat(61), "ä")) {
            assertThatThrownBy(() -> accounts.add(no, "Somebody", Role.VIEWER, "admin"))
                    .as(no)
                    .isInstanceOf(AccountAdministration.NotChangedException.class);
        }
        assertThatThrownBy(() -> accounts.add("viewer", "Somebody", Role.VIEWER, "admin"))
                .hasMessageContaining("already");
        assertThatThrownBy(() -> accounts.add("nobody-yet", " ", Role.VIEWER, "admin"))
                .hasMessageContaining("display name");
    }

    @Test
    void a_password_that_was_given_lapses() throws SQLException {
        accounts.add("late", "Late", Role.VIEWER, "admin");
        AccountService service = bed.bean(AccountService.class);

        assertThat(service.loadUserByUsername("late").getAuthorities())
                .extracting(a -> a.getAuthority())
                .containsExactly("ROLE_ONCE");
        sql("UPDATE account SET once_until_at = 1 WHERE name = 'late'");
        assertThatThrownBy(() -> service.loadUserByUsername("late")).isInstanceOf(UsernameNotFoundException.class);
        String again = accounts.reset("late", "admin");
        assertThat(again).matches("([a-km-np-z2-9]{4}-){3}[a-km-np-z2-9]{4}");
        assertThat(service.loadUserByUsername("late").getUsername()).isEqualTo("late");
    }

    @Test
    void who_stands_before_the_machine_gets_in_again() {
        assertThatThrownBy(() -> accounts.recover("viewer"))
                .hasMessageContaining("not an administrator; these are: admin");
        assertThatThrownBy(() -> accounts.recover("nobody-of-that-name")).hasMessageContaining("no account");
    }

    @Test
    void a_reviewer_judges_and_documents_and_a_viewer_is_not_told_to_do_anything() {
        try (BrowserContext context = bed.browser().newContext()) {
            Page page = context.newPage();
            signIn(page, "viewer", "pelerin");
            page.navigate(bed.address + "/");
            assertThat(page.locator("h1")).not().containsText("you");
            assertThat(page.locator("nav.rail")).not().containsText("Accounts");
            bed.bean(AccountService.class).create("judge", "Judge", "pelerin", Role.REVIEWER, "system");
            signIn(page, "judge", "pelerin");
            page.navigate(bed.address + "/");
            assertThat(page.locator("h1")).containsText("collected in the last thirty days");
        }
    }

    @Test
    void tokens_end_with_the_password_where_that_is_asked_for() {
        bed.bean(AccountService.class).create("bearer", "Bearer", "pelerin", Role.VIEWER, "system");
        ApiTokens tokens = bed.bean(ApiTokens.class);
        String token = tokens.make("bearer", "script", Role.VIEWER, Duration.ofDays(1));
        AccountAdministration accounts = bed.bean(AccountAdministration.class);
        accounts.ownPassword("bearer", "pelerin", "three quiet kettles", false);
        assertThat(tokens.bearer(token)).isPresent();
        accounts.ownPassword("bearer", "three quiet kettles", "four loud kettles", true);
        assertThat(tokens.bearer(token)).isEmpty();
    }
}
