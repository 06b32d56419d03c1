package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.extension.AfterTestExecutionCallback;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A page of a browser's own for each test, on which the technician is signed in, and on which nothing may be complained of. */
@Tag("bed")
abstract class PageTest {

    BrowserContext context;
    Page page;
    private boolean over;
    private final List<String> complaints = new ArrayList<>();

    @BeforeEach
    void signIn() {
        TestBed bed = TestBed.get();
        context = bed.browser().newContext();
        page = TestBed.signedIn(context, bed.address);
        page.onConsoleMessage(m -> {
            // what closing the page breaks off is no complaint
            if (m.type().equals("error") && !over) {
                complaints.add(m.text() + " at " + m.location() + " of " + page.url());
            }
        });
    }

    /** The page closes before anything that a test made is taken away, so that no part that comes late asks for it. */
    @RegisterExtension
    AfterTestExecutionCallback closed = test -> {
        over = true;
        context.close();
    };

    @AfterEach
    void complainedOfNothing() {
        assertThat(complaints).isEmpty();
    }
}
