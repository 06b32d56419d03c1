package org.pelerin.app.fleet.dock;

import java.security.Principal;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.CollectionScope;
import org.pelerin.app.collect.MemoryLook;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.link.message.PageTable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What a logger's memory holds, and the choice of what is collected of it. */
@Controller
class MemoryController {

    private final Dock dock;
    private final MemoryLook memory;
    private final CollectService collections;

    MemoryController(Dock dock, MemoryLook memory, CollectService collections) {
        this.dock = dock;
        this.memory = memory;
        this.collections = collections;
    }

    @GetMapping("/dock/{serial}/memory")
    String memory(@PathVariable String serial, Model page) {
        page.addAttribute("room", "dock");
        page.addAttribute("logger", dock.get(serial));
        List<MemoryLook.Held> held = memory.look(serial);
        page.addAttribute("held", held);
        Set<PageTable> tables = held.stream()
                .flatMap(h -> h.tables().stream())
                .map(MemoryLook.Table::table)
                .collect(Collectors.toSet());
        page.addAttribute("tables", tables.stream().sorted().toList());
        page.addAttribute("waiting", held.stream().filter(h -> !h.home()).count());
        return "dock/memory";
    }

    @PostMapping("/dock/{serial}/memory")
    String collect(
            @PathVariable String serial,
            @RequestParam(defaultValue = "") Set<Integer> missions,
            @RequestParam(defaultValue = "") Set<PageTable> tables,
            @RequestParam(defaultValue = "false") boolean leaveRunning,
            Principal me,
            RedirectAttributes flash) {
        if (missions.isEmpty() || tables.isEmpty()) {
            flash.addFlashAttribute("refused", Texts.of("fleet.dock.memoryController.selectAtLeastOneMission"));
            return "redirect:/dock/" + serial + "/memory";
        }
        List<MemoryLook.Held> held = memory.look(serial);
        boolean allMissions = held.stream().allMatch(h -> h.home() || missions.contains(h.number()));
        boolean allTables = held.stream().flatMap(h -> h.tables().stream()).allMatch(t -> tables.contains(t.table()));
        collections.order(
                serial,
                leaveRunning,
                new CollectionScope(allMissions ? Set.of() : missions, allTables ? Set.of() : tables),
                me.getName());
        return "redirect:/dock/" + serial;
    }
}
