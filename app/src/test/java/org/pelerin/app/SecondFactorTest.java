package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.nio.ByteBuffer;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.organisation.House;
import org.pelerin.app.organisation.HouseService;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.springframework.jdbc.core.JdbcTemplate;

/** Codes of a second device at sign-in, recovery codes, and sessions that one sees and ends oneself. */
@Tag("bed")
@Timeout(180)
class SecondFactorTest extends PageTest {

    private static final TestBed bed = TestBed.get();
    private static final JdbcTemplate sql = bed.bean(JdbcTemplate.class);

    @BeforeAll
    static void people() {
        AccountService accounts = bed.bean(AccountService.class);
        for (String name : List.of("twice", "phone.lost", "guessed", "demanded")) {
            accounts.create(name, "Of two factors", "pelerin", Role.TECHNICIAN, "system");
        }
    }

    private final List<BrowserContext> more = new ArrayList<>();

    private BrowserContext context() {
        more.add(bed.browser().newContext());
        return more.get(more.size() - 1);
    }

    @AfterEach
    void close() {
        more.forEach(BrowserContext::close);
    }

    /** RFC 6238 by hand, from its text. */
    private static String code(String secret, long step) {
        try {
            StringBuilder bits = new StringBuilder();
            for (char c : secret.replace(" ", "").toCharArray()) {
                String five = Integer.toBinaryString("ABCDEFGHIJKLMNOPQRSTUVWXYZ234567".indexOf(c));
                bits.append("0".repeat(5 - five.length())).append(five);
            }
            byte[] key = new byte[bits.length() / 8];
            for (int i = 0; i < key.length; i++) {
                key[i] = (byte) Integer.parseInt(bits.substring(8 * i, 8 * i + 8), 2);
            }
            Mac mac = Mac.getInstance("HmacSHA1");
            mac.init(new SecretKeySpec(key, "HmacSHA1"));
            byte[] hash = mac.doFinal(ByteBuffer.allocate(8).putLong(step).array());
            int at = hash[19] & 15;
            return "%06d".formatted((ByteBuffer.wrap(hash, at, 4).getInt() & 0x7fffffff) % 1_000_000);
        } catch (java.security.GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Of this moment; steps that were taken are forgotten, so that nothing has to wait. */
    private static String codeNow(String secret) {
        sql.update("UPDATE second_factor SET last_step = 0");
        return code(secret, Instant.now().getEpochSecond() / 30);
    }

    /** @return the secret */
    private static String turnedOn(Page page) {
        page.navigate(bed.address + "/me/second-factor");
        String secret = page.locator("input[readonly]").inputValue();
        page.locator("#code").fill(codeNow(secret));
        page.locator("#password").fill("pelerin");
        page.locator("button.main-act").click();
        return secret;
    }

    private Page asked(String name) {
        Page out = context().newPage();
        out.navigate(bed.address + "/login");
        out.locator("#username").fill(name);
        out.locator("#password").fill("pelerin");
        out.locator("button[type=submit]").click();
        return out;
    }

    @Test
    void the_values_of_the_standard_are_those_that_the_test_reckons() {
        // RFC 6238, appendix B, the last six of eight digits
        String secret = "GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ";
        assertThat(code(secret, 59 / 30)).isEqualTo("287082");
        assertThat(code(secret, 1111111109L / 30)).isEqualTo("081804");
        assertThat(code(secret, 20000000000L / 30)).isEqualTo("353130");
    }

    private static void demandedFrom(House.FactorFor whom) {
        HouseService houses = bed.bean(HouseService.class);
        House h = houses.house();
        houses.change(
                new House(h.name(), h.address(), h.paper(), h.fourEyes(), whom, h.attention(), h.version()), "admin");
    }

    @Test
    void where_the_organisation_demands_it_nothing_opens_before_it_is_set_up() {
        demandedFrom(House.FactorFor.ADMINISTRATORS);
        try {
            Page technician = asked("demanded");
            assertThat(technician).hasURL(bed.address + "/");
            demandedFrom(House.FactorFor.EVERYBODY);
            // who is in stays in; the next sign-in asks for it
            technician.navigate(bed.address + "/missions");
            assertThat(technician).hasURL(bed.address + "/missions");
            Page page = asked("demanded");
            assertThat(page).hasURL(bed.address + "/me/second-factor");
            assertThat(page.locator("h1")).containsText("requires a second factor");
            Axe.check(page);
            page.navigate(bed.address + "/missions");
            assertThat(page).hasURL(bed.address + "/me/second-factor");
            page.navigate(bed.address + "/me/tokens");
            assertThat(page).hasURL(bed.address + "/me/second-factor");
            String secret = page.locator("input[readonly]").inputValue();
            page.locator("#code").fill("000000");
            page.locator("#password").fill("pelerin");
            page.locator("button.btn-primary").click();
            assertThat(page.locator(".refused")).isVisible();
            page.locator("#code").fill(codeNow(secret));
            page.locator("#password").fill("pelerin");
            page.locator("button.btn-primary").click();
            assertThat(page.locator(".recovery li")).hasCount(10);
            page.navigate(bed.address + "/missions");
            assertThat(page).hasURL(bed.address + "/missions");
            assertThat(asked("demanded")).hasURL(bed.address + "/login/code");
        } finally {
            demandedFrom(House.FactorFor.NOBODY);
        }
    }

    @Test
    void a_code_is_asked_for_is_good_once_and_opens_nothing_before() {
        Page own = bed.signedIn(context(), bed.address, "twice");
        String secret = turnedOn(own);
        assertThat(own.locator(".recovery li")).hasCount(10);
        String recovery = own.locator(".recovery li").first().textContent();
        own.reload();
        assertThat(own.locator(".recovery")).hasCount(0);

        Page page = asked("twice");
        assertThat(page).hasURL(bed.address + "/login/code");
        page.navigate(bed.address + "/missions");
        assertThat(page).hasURL(bed.address + "/login/code");
        page.locator("#code").fill("000000");
        page.locator("button.btn-primary").click();
        assertThat(page.locator(".refused")).containsText("That code is wrong");
        String now = codeNow(secret);
        page.locator("#code").fill(now.substring(0, 3) + " " + now.substring(3));
        page.locator("button.btn-primary").click();
        assertThat(page.locator("h1")).not().containsText("code");
        page.navigate(bed.address + "/missions");
        assertThat(page).hasURL(bed.address + "/missions");

        // the same code again
        Page again = asked("twice");
        again.locator("#code").fill(now);
        again.locator("button.btn-primary").click();
        assertThat(again.locator(".refused")).isVisible();
        again.locator("#code").fill(recovery.toUpperCase(java.util.Locale.ROOT).replace("-", " "));
        again.locator("button.btn-primary").click();
        again.waitForURL(bed.address + "/");
        again.navigate(bed.address + "/me/sign-in");
        assertThat(again.locator("section")).containsText("9 recovery codes are left.");
        Page third = asked("twice");
        third.locator("#code").fill(recovery);
        third.locator("button.btn-primary").click();
        assertThat(third.locator(".refused")).isVisible();
        assertThat(sql.queryForObject(
                        "SELECT COUNT(*) FROM second_factor WHERE secret LIKE ?",
                        Integer.class,
                        "%" + secret.replace(" ", "") + "%"))
                .as("the secret is sealed")
                .isZero();
        assertThat(sql.queryForList("SELECT DISTINCT action FROM audit_entry WHERE subject = 'twice'", String.class))
                .contains("turn on second factor", "use recovery code", "refuse code", "give password", "sign in");
        Axe.check(again);
    }

    @Test
    void six_digits_cannot_be_guessed_at() throws Exception {
        String secret = turnedOn(bed.signedIn(context(), bed.address, "guessed"));
        sql.update("DELETE FROM sign_in_try");
        Page page = asked("guessed");
        for (int i = 0; i < 7; i++) {
            page.locator("#code").fill("00000" + i);
            page.locator("button.btn-primary").click();
            assertThat(page.locator(".refused")).isVisible();
        }
        // even the right one is not compared now
        page.locator("#code").fill(codeNow(secret));
        page.locator("button.btn-primary").click();
        assertThat(page.locator(".refused")).isVisible();
        // until the wait is over
        sql.update("UPDATE sign_in_try SET until_at = 1 WHERE until_at > 0");
        page.locator("#code").fill(codeNow(secret));
        page.locator("button.btn-primary").click();
        page.waitForURL(bed.address + "/");
    }

    @Test
    void who_has_lost_the_device_is_helped_by_an_administrator_with_a_reason() {
        turnedOn(bed.signedIn(context(), bed.address, "phone.lost"));
        Page admin = bed.signedIn(context(), bed.address, "admin");
        admin.navigate(bed.address + "/admin/accounts/phone.lost");
        Locator form = admin.locator("form[action$='second-factor/remove']");
        form.locator("input[name=reason]").fill("phone in the brine");
        form.locator("button").click();
        assertThat(admin.locator(".said")).containsText("signs in with the password alone");
        Page page = asked("phone.lost");
        assertThat(page).hasURL(bed.address + "/");
        assertThat(sql.queryForObject(
                        "SELECT reason FROM audit_entry WHERE action = 'turn off second factor' AND subject = 'phone.lost'",
                        String.class))
                .isEqualTo("phone in the brine");
    }

    @Test
    void sessions_are_listed_and_ended_by_who_they_belong_to() {
        AccountService accounts = bed.bean(AccountService.class);
        accounts.create("everywhere", "In three places", "pelerin", Role.VIEWER, "system");
        Page first = bed.signedIn(context(), bed.address, "everywhere");
        Page second = bed.signedIn(context(), bed.address, "everywhere");
        Page third = bed.signedIn(context(), bed.address, "everywhere");
        first.navigate(bed.address + "/me/sign-in");
        assertThat(first.locator("#sessions + table tbody tr, #sessions ~ table tr:has(td)"))
                .hasCount(3);
        first.locator("form[action$='/end'] button").first().click();
        assertThat(first.locator(".said")).containsText("The session is ended.");
        assertThat(first.locator("#sessions ~ table tr:has(td)")).hasCount(2);
        assertThat(first.locator("#sessions ~ table tr:has(td)").first()).containsText("this session");
        first.locator("form[action$='/end'] button").first().click();
        second.navigate(bed.address + "/missions");
        assertThat(second).hasURL(java.util.regex.Pattern.compile(".*/login$"));
        third.navigate(bed.address + "/missions");
        assertThat(third).hasURL(java.util.regex.Pattern.compile(".*/login$"));
        first.navigate(bed.address + "/missions");
        assertThat(first).hasURL(bed.address + "/missions");
    }
}
