package org.pelerin.app.shell.help;

import java.util.Locale;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** The guide and the glossary, in the language of who reads them. */
@Controller
class HelpController {

    private final Guide guide;

    HelpController(Guide guide) {
        this.guide = guide;
    }

    @GetMapping("/help")
    String first(Model model, Locale language) {
        return chapter(Guide.FIRST, model, language);
    }

    @GetMapping("/help/{name}")
    String chapter(@PathVariable String name, Model model, Locale language) {
        frame(model, language);
        model.addAttribute(
                "chapter",
                guide.chapter(name, language)
                        .orElseThrow(() -> new NotThereException(Texts.of("help.noChapter", "name", name))));
        return "help/chapter";
    }

    @GetMapping("/help/glossary")
    String glossary(Model model, Locale language) {
        frame(model, language);
        model.addAttribute("entries", GlossaryPage.entries(language));
        return "help/glossary";
    }

    private void frame(Model model, Locale language) {
        model.addAttribute("room", "help");
        model.addAttribute("chapters", guide.chapters(language));
    }
}
