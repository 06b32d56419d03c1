package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.fleet.notices.NoticeRunner;
import org.pelerin.app.fleet.notices.Notices;
import org.pelerin.app.organisation.contact.AddressBook;
import org.pelerin.app.shell.yard.YardClient;

/** Notices by mail, from what needs somebody to the mail server. */
@Tag("bed")
@Timeout(120)
class NoticesTest {

    private static final String FIRST = "PL-31012";
    private static final String SECOND = "PL-44120";

    private static TestBed bed;
    private static BrowserContext context;
    private static Page page;

    @BeforeAll
    static void open() {
        bed = TestBed.get();
        context = bed.browser().newContext();
        page = bed.signedIn(context);
    }

    @AfterEach
    void tidy() {
        bed.outdoors().post("/mail", Map.of("refuse", false));
        bed.bean(Notices.class).choose("tech", "", List.of(), "tech");
        bed.emptyDock();
    }

    @AfterAll
    static void close() {
        context.close();
    }

    /** Lies at its spot and records nothing. */
    private static void forgotten(String serial, String spot) {
        bed.carry(serial, "dock");
        bed.carry(serial, "bench");
        long id = bed.spot("Notice site", spot);
        bed.bean(PlacementService.class)
                .place(
                        new PlacementService.Placing(
                                serial, id, bed.bean(Clock.class).instant(), false, null, "", 0, List.of(), false),
                        "tech");
    }

    private static List<YardClient.YardMail> mailsAbout(String serial) {
        return bed.outdoors().mails().stream()
                .filter(m -> m.text().contains(serial))
                .toList();
    }

    @Test
    void told_once_and_again_only_after_the_server_was_out() {
        NoticeRunner runner = bed.bean(NoticeRunner.class);
        page.navigate(bed.address + "/me");
        page.fill("#mail", "not an address");
        page.locator("#mail").evaluate("e => { e.type = 'text'; }");
        page.getByText("Save", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator(".refused")).containsText("“not an address” is not an email address");
        page.fill("#mail", "tech@pelerin.example");
        page.locator("[name=kind][value=NO_PLAN] + span").click();
        page.getByText("Save", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator(".said"))
                .containsText("An email is on its way to tech@pelerin.example. Follow its link");
        assertThat(page.locator("#main")).containsText("tech@pelerin.example is not confirmed yet");
        YardClient.YardMail asked = bed.outdoors().mails().get(0);
        assertThat(asked.subject()).isEqualTo("Pelerin: confirm your email address");
        page.navigate(bed.address + "/me/mail/of-somebody-else");
        assertThat(page.locator(".refused")).containsText("is no longer valid");
        page.navigate(asked.text().replaceAll("(?s).*(http\\S+/me/mail/\\S+).*", "$1"));
        assertThat(page.locator(".said")).containsText("Notices go to tech@pelerin.example from now on");
        page.getByText("send a test email").click();
        assertThat(page.locator(".said")).containsText("An email is on its way to tech@pelerin.example");
        assertThat(bed.outdoors().mails().get(0).subject()).isEqualTo("Pelerin: test email");

        runner.look();
        forgotten(FIRST, "hook");
        runner.look();
        runner.look();
        assertThat(mailsAbout(FIRST)).singleElement().satisfies(m -> {
            assertThat(m.to()).isEqualTo("tech@pelerin.example");
            assertThat(m.subject()).isEqualTo("Pelerin: " + FIRST + ": logger at its spot has no plan");
            assertThat(m.text()).contains(FIRST + ", Notice site / hook: ", "/dock/" + FIRST, "/to-do");
        });

        bed.outdoors().post("/mail", Map.of("refuse", true));
        forgotten(SECOND, "shelf");
        runner.look();
        page.navigate(bed.address + "/me");
        assertThat(page.locator("#main")).containsText("could not be sent. Sending is repeated");
        assertThat(page.locator("#main")).containsText("The postman is on strike");
        page.getByText("send a test email").click();
        assertThat(page.locator(".refused")).containsText("on strike");
        // nobody has mails without end sent to anybody
        for (int i = 0; i < 3; i++) {
            page.getByText("send a test email").click();
        }
        assertThat(page.locator(".refused")).containsText("5 emails were sent within the hour");
        bed.outdoors().post("/mail", Map.of("refuse", false));
        // not before its time, unless somebody looks after it
        runner.look();
        bed.bean(Notices.class).choose("tech", "tech@pelerin.example", List.of(Need.Kind.NO_PLAN), "tech");
        runner.look();
        assertThat(mailsAbout(SECOND)).hasSize(1);
        assertThat(mailsAbout(FIRST)).hasSize(1);
        page.navigate(bed.address + "/yard");
        assertThat(page.locator("details.unit").first()).containsText(SECOND + ": logger at its spot has no plan");
        aPersonOfTheAddressBookIsTold(runner);
    }

    /** They have no account; what they are told of is chosen for them. */
    private static void aPersonOfTheAddressBookIsTold(NoticeRunner runner) {
        page.navigate(bed.address + "/people/new");
        page.fill("#name", "Runa Veld");
        page.locator("[name=kind][value=NO_PLAN] + span").click();
        page.getByText("Save", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator(".wrong-text")).containsText("need an email address");
        page.fill("#mail", "runa@pelerin.example");
        page.getByText("Save", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator("#main")).containsText("1 kind");
        runner.look();
        runner.look();
        List<YardClient.YardMail> hers = hers();
        assertThat(hers).singleElement().satisfies(m -> assertThat(m.text()).contains(FIRST, SECOND));
        // once more under the same name, and away again
        page.navigate(bed.address + "/people/new");
        page.fill("#name", "Runa Veld");
        page.getByText("Save", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator(".wrong-text")).containsText("is already in the address book");
        page.navigate(bed.address + "/people");
        page.getByText("Runa Veld").click();
        page.getByText("Remove from the address book").click();
        assertThat(page.locator("h1")).not().containsText("Details of Runa Veld");
        assertThat(bed.bean(Notices.class).counts()).doesNotContainKey("contact:1");
    }

    private static List<YardClient.YardMail> hers() {
        return bed.outdoors().mails().stream()
                .filter(m -> m.to().equals("runa@pelerin.example"))
                .toList();
    }

    @Test
    void people_go_out_and_come_in_as_a_file_and_one_wrong_line_keeps_all_of_them_out() throws java.io.IOException {
        bed.spot("Address site", "porch");
        AddressBook book = bed.bean(AddressBook.class);
        book.all().forEach(c -> book.remove(c, "tech"));
        page.navigate(bed.address + "/people");
        read("name,site,mail\nA. Amber,Address site,a@pelerin.example\n,Nowhere,b\nA. Amber,,\n");
        assertThat(page.locator("#main")).containsText("Nothing was imported");
        assertThat(page.locator(".lines")).containsText(new String[] {
            "Line 3: there is no site “Nowhere”Line 3: Enter a nameLine 3: “b” is not an email addressLine 4: “A. Amber” occurs twice"
        });
        read("name;site;mail;notes\nA. Amber;Address site;a@pelerin.example;\"two; lines\"\nB. Beryl;;;\n");
        assertThat(page.locator("#main")).containsText("2 people imported");
        read("name,about\nA. Amber,keeps the keys\n");
        assertThat(page.locator("h1")).containsText("2 people");
        com.microsoft.playwright.Download csv =
                page.waitForDownload(() -> page.locator("a[href='/people.csv']").click());
        // as RFC 4180 has it
        assertThat(java.nio.file.Files.readString(csv.path()))
                .isEqualTo(
                        "name,about,phone,mail,site,notes\r\nA. Amber,keeps the keys,,a@pelerin.example,Address site,two; lines\r\nB. Beryl,,,,,\r\n");
    }

    private static void read(String text) {
        page.setInputFiles(
                "input[name=file]",
                new com.microsoft.playwright.options.FilePayload(
                        "people.csv", "text/csv", text.getBytes(java.nio.charset.StandardCharsets.UTF_8)));
        page.getByText("Import", new Page.GetByTextOptions().setExact(true)).click();
    }
}
