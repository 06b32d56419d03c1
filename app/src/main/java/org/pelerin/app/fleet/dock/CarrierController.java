package org.pelerin.app.fleet.dock;

import java.io.IOException;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.collect.CarrierIntake;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.text.CleanText;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Memory sticks: what loggers copied to them comes home as files. */
@Controller
class CarrierController {

    private final CarrierIntake intake;

    CarrierController(CarrierIntake intake) {
        this.intake = intake;
    }

    @GetMapping("/dock/stick")
    String ask(Model page) {
        page.addAttribute("room", "dock");
        page.addAttribute("taken", List.of());
        return "dock/stick";
    }

    @PostMapping("/dock/stick")
    String take(@RequestParam List<MultipartFile> files, Principal me, Model page) throws IOException {
        List<CarrierIntake.Taken> taken = new ArrayList<>();
        for (MultipartFile file : files) {
            if (!file.isEmpty()) {
                String name = file.getOriginalFilename() == null
                        ? Texts.of("fleet.dock.carrierController.aFile")
                        : CleanText.line(file.getOriginalFilename());
                taken.add(intake.take(name, file.getBytes(), me.getName()));
            }
        }
        page.addAttribute("room", "dock");
        page.addAttribute("taken", taken);
        return "dock/stick";
    }
}
