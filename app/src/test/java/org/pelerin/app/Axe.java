package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.Rule;
import com.microsoft.playwright.Page;
import java.util.List;

/** Holds a page, as it stands, against the rules of accessibility. */
final class Axe {

    private Axe() {}

    /** For a page without frames: with them, each look would open another page beside it. */
    static AxeBuilder of(Page page) {
        return new AxeBuilder(page).setLegacyMode(true);
    }

    static void check(Page page) {
        List<String> serious = of(page).analyze().getViolations().stream()
                .filter(v -> List.of("serious", "critical").contains(v.getImpact()))
                .map(Axe::told)
                .toList();
        assertThat(serious).as(page.url()).isEmpty();
    }

    private static String told(Rule v) {
        return v.getId() + " " + v.getNodes().stream().map(n -> n.getHtml()).toList();
    }
}
