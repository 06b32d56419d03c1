package org.pelerin.app.fleet.dock;

import java.security.Principal;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.deployment.prepare.next.NextRuns;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Reason;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What is done with one connected logger, but for writing it. */
@Controller
class LoggerDeedsController {

    private final Dock dock;
    private final CollectService collections;
    private final PlacementService placements;
    private final NextRuns next;

    LoggerDeedsController(Dock dock, CollectService collections, PlacementService placements, NextRuns next) {
        this.dock = dock;
        this.collections = collections;
        this.placements = placements;
        this.next = next;
    }

    @PostMapping("/dock/{serial}/collect")
    String collect(
            @PathVariable String serial, @RequestParam(defaultValue = "false") boolean leaveRunning, Principal me) {
        dock.get(serial);
        collections.order(serial, leaveRunning, me.getName());
        return "redirect:/dock/" + serial;
    }

    @PostMapping("/dock/{serial}/give-up")
    String giveUp(@PathVariable String serial, Principal me) {
        collections.giveUp(serial, me.getName());
        return "redirect:/dock/" + serial;
    }

    @PostMapping("/dock/{serial}/again")
    String again(@PathVariable String serial, Principal me, RedirectAttributes flash) {
        try {
            collections.backToWork(serial, next.spotOf(serial), me.getName());
            flash.addFlashAttribute("said", Texts.of("fleet.dock.loggerDeedsController.restartedTheSamePlanWas"));
        } catch (WriteService.BlockedException | WriteService.ReadBackException | WriteService.NotWaitingException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
        }
        return "redirect:/dock/" + serial;
    }

    @PostMapping("/dock/{serial}/discard")
    String discard(
            @PathVariable String serial,
            @RequestParam String typed,
            @RequestParam String reason,
            Principal me,
            RedirectAttributes flash) {
        Reason why = Reason.of(
                reason, Texts.of("fleet.dock.loggerDeedsController.toDiscardRecordsTypeThe", "serial", serial));
        try {
            collections.discard(serial, typed, why.text(), me.getName());
            flash.addFlashAttribute("said", Texts.of("fleet.dock.loggerDeedsController.discardedTheLoggerIsIdle"));
        } catch (CollectService.NotNowException e) {
            flash.addFlashAttribute("refused", Texts.sentence(e.getMessage()));
        }
        return "redirect:/dock/" + serial;
    }

    /** It is not put back to work. */
    @PostMapping("/dock/{serial}/retire")
    String retire(@PathVariable String serial, @RequestParam String reason, Principal me, RedirectAttributes flash) {
        placements.retire(
                serial,
                Reason.of(reason, Texts.of("fleet.dock.loggerDeedsController.enterAReasonForMoving"))
                        .text(),
                me.getName());
        flash.addFlashAttribute("said", Texts.of("fleet.dock.loggerDeedsController.theLoggerIsInStock"));
        return "redirect:/dock/" + serial;
    }

    /** It is not put back to work, and its memory is emptied too: its samples are here. */
    @PostMapping("/dock/{serial}/erase")
    String erase(@PathVariable String serial, @RequestParam String reason, Principal me, RedirectAttributes flash) {
        Reason why = Reason.of(reason, Texts.of("fleet.dock.loggerDeedsController.enterAReasonForNot"));
        collections.erase(serial, me.getName());
        placements.retire(serial, why.text(), me.getName());
        flash.addFlashAttribute("said", Texts.of("fleet.dock.loggerDeedsController.erasedAndInStockIts"));
        return "redirect:/dock/" + serial;
    }
}
