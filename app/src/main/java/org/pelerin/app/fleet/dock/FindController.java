package org.pelerin.app.fleet.dock;

import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.List;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.Job;
import org.pelerin.app.loggers.connection.Discovery;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.loggers.connection.Station;
import org.pelerin.app.loggers.connection.StationHosts;
import org.pelerin.app.loggers.connection.StationWatch;
import org.pelerin.app.loggers.connection.Stations;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import org.springframework.web.util.UriUtils;

/** Finding network stations, keeping them, and testing the connection to one or to the dock. */
@Controller
class FindController {

    private static final int LAST_PORT = 65_535;

    private final Discovery discovery;
    private final Stations stations;
    private final StationWatch watch;
    private final StationHosts hosts;
    private final CollectService collections;

    FindController(
            Discovery discovery,
            Stations stations,
            StationWatch watch,
            StationHosts hosts,
            CollectService collections) {
        this.hosts = hosts;
        this.discovery = discovery;
        this.stations = stations;
        this.watch = watch;
        this.collections = collections;
    }

    /**
     * What was found at an address, for the page.
     *
     * @param own whether it is the dock's
     * @param kept whether it is watched already
     */
    record Result(Discovery.Found found, boolean own, boolean kept) {

        public String host() {
            return found.host();
        }

        public int port() {
            return found.port();
        }

        public List<Discovery.Step> steps() {
            return found.steps();
        }

        public boolean dock() {
            return found.dock();
        }
    }

    /** A station that is watched, its loggers and what was last collected from the first of them. */
    record Kept(Station station, List<DockedLogger> loggers, Job last) {}

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
        FieldReader typed = new FieldReader();
        Integer from = typed.whole("port", first, 1, LAST_PORT);
        Integer last = typed.whole("to", to, 1, LAST_PORT);
        if (from != null && last != null && (last < from || last - from >= Discovery.MOST_PORTS)) {
            typed.wrong(
                    "to", Texts.of("fleet.dock.findController.enterALaterPortAt", "mostPorts", Discovery.MOST_PORTS));
        }
        boolean range = last != null;
        boolean good = typed.errors().isEmpty() && from != null;
        page.addAttribute("room", "dock");
        page.addAttribute("host", at);
        page.addAttribute("port", first);
        page.addAttribute("to", to);
        page.addAttribute("errors", typed.errors());
        page.addAttribute("range", range);
        List<Discovery.Found> found =
                !good ? List.of() : range ? discovery.scan(at, from, last) : List.of(discovery.test(at, from));
        List<Station> kept = stations.all();
        page.addAttribute(
                "found",
                found.stream()
                        .map(f -> new Result(
                                f,
                                discovery.own(f.host(), f.port()),
                                kept.stream().anyMatch(s -> s.host().equals(f.host()) && s.port() == f.port())))
                        .toList());
        page.addAttribute("stations", kept.stream().map(this::kept).toList());
        page.addAttribute("hosts", hosts.all());
        page.addAttribute("asked", good);
        return "dock/find";
    }

    private Kept kept(Station s) {
        List<DockedLogger> loggers = watch.loggers(s);
        Job last = loggers.stream()
                .findFirst()
                .flatMap(l -> collections.newest(l.serial()))
                .orElse(null);
        return new Kept(s, loggers, last);
    }

    /** Under {@code /admin}, which only administrators reach. */
    @PostMapping("/admin/dock/hosts")
    String allow(@RequestParam String host, Principal me, RedirectAttributes flash) {
        try {
            hosts.add(host, me.getName());
            flash.addFlashAttribute(
                    "said", Texts.of("fleet.dock.findController.stationsMayBeSearchedFor", "host", host.strip()));
        } catch (StationHosts.NotKeptException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
        }
        return "redirect:/dock/find";
    }

    @PostMapping("/admin/dock/hosts/remove")
    String forbid(@RequestParam String host, Principal me, RedirectAttributes flash) {
        try {
            hosts.remove(host, me.getName());
            flash.addFlashAttribute(
                    "said", Texts.of("fleet.dock.findController.isRemovedFromTheList", "host", host.strip()));
        } catch (StationHosts.NotKeptException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
        }
        return "redirect:/dock/find";
    }

    @PostMapping("/dock/stations")
    String keep(@RequestParam String host, @RequestParam int port, Principal me, RedirectAttributes flash) {
        if (Length.STATION_HOST.exceeded(host)) {
            flash.addFlashAttribute(
                    "refused", Texts.of("fleet.dock.findController.hostSaid", "said", Length.STATION_HOST.said(host)));
            return "redirect:/dock/find";
        }
        if (discovery.own(host, port) || !discovery.test(host, port).dock()) {
            flash.addFlashAttribute(
                    "refused", Texts.of("fleet.dock.findController.doesNotAnswerAsA", "host", host, "port", port));
        } else if (stations.add(host, port, me.getName())) {
            watch.look(host + ":" + port);
            flash.addFlashAttribute(
                    "said", Texts.of("fleet.dock.findController.isMonitoredFromNowOn", "host", host, "port", port));
        }
        return "redirect:/dock/find?host=" + UriUtils.encode(host, StandardCharsets.UTF_8) + "&port=" + port;
    }
}
