package org.pelerin.app.platform.language;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.language.Bundles;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import tools.jackson.databind.json.JsonMapper;

/**
 * What has to be there before a page is painted, as one script a language: the theme, the texts of scripts ({@code script.…}) and what says
 * them. Its address changes with what is in it.
 */
@Controller("scriptTexts")
public class ScriptTexts {

    private static final String BEGIN = "script.";
    private static final MediaType SCRIPT = MediaType.parseMediaType("text/javascript;charset=UTF-8");

    private final Map<String, String> scripts = new HashMap<>();
    private final Map<String, String> addresses = new HashMap<>();

    ScriptTexts() {
        Bundles all = Texts.all();
        String theme = script("theme");
        String say = script("say");
        for (Locale language : all.languages()) {
            Map<String, String> texts = new TreeMap<>();
            all.of(Locale.ENGLISH).forEach((key, english) -> {
                if (key.startsWith(BEGIN)) {
                    texts.put(key, all.find(key, language).orElse(english).written());
                }
            });
            String script = theme
                    + "window.pelerinTexts = "
                    + JsonMapper.builder().build().writeValueAsString(texts).replace("<", "\\u003c") + ";\n"
                    + say;
            String name = language.getLanguage() + "-"
                    + Sha256.of(script.getBytes(StandardCharsets.UTF_8)).substring(0, 12);
            scripts.put(name, script);
            addresses.put(language.getLanguage(), "/js/texts-" + name + ".js");
        }
    }

    public String address(Locale language) {
        return addresses.getOrDefault(language.getLanguage(), addresses.get("en"));
    }

    private static String script(String name) {
        try (InputStream in = ScriptTexts.class.getResourceAsStream("/static/js/" + name + ".js")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    @GetMapping("/js/texts-{name}.js")
    ResponseEntity<String> named(@PathVariable String name) {
        String script = scripts.get(name);
        return script == null
                ? ResponseEntity.notFound().build()
                : ResponseEntity.ok()
                        .cacheControl(CacheControl.maxAge(Duration.ofDays(30)))
                        .contentType(SCRIPT)
                        .body(script);
    }
}
