package org.pelerin.app.dock;

import java.util.List;
import org.pelerin.app.connect.Discovery;
import org.pelerin.app.platform.web.Typed;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Finding docks and testing the connection to one. */
@Controller
class FindController {

    private static final int LAST_PORT = 65_535;

    private final Discovery discovery;

    FindController(Discovery discovery) {
        this.discovery = discovery;
    }

    /** @param to last port of a range; blank to test one */
    @GetMapping("/dock/find")
    String find(
            @RequestParam(required = false) String host,
            @RequestParam(required = false) String port,
            @RequestParam(defaultValue = "") String to,
            Model page) {
        String at = host == null || host.isBlank() ? discovery.configured().getHostString() : host.strip();
        String first = port == null || port.isBlank()
                ? String.valueOf(discovery.configured().getPort())
                : port;
        Typed typed = new Typed();
        Integer from = typed.whole("port", first, 1, LAST_PORT);
        Integer last = typed.whole("to", to, 1, LAST_PORT);
        if (from != null && last != null && (last < from || last - from >= Discovery.MOST_PORTS)) {
            typed.wrong("to", "Give a later port, at most " + Discovery.MOST_PORTS + " in all");
        }
        boolean range = last != null;
        boolean good = typed.errors().isEmpty() && from != null;
        page.addAttribute("room", "dock");
        page.addAttribute("host", at);
        page.addAttribute("port", first);
        page.addAttribute("to", to);
        page.addAttribute("errors", typed.errors());
        page.addAttribute("range", range);
        page.addAttribute(
                "found",
                !good ? List.of() : range ? discovery.scan(at, from, last) : List.of(discovery.test(at, from)));
        page.addAttribute("asked", good);
        return "dock/find";
    }
}
