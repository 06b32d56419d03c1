package org.pelerin.app.platform.language;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.context.support.StaticMessageSource;
import org.thymeleaf.context.Context;
import org.thymeleaf.spring6.SpringTemplateEngine;
import org.thymeleaf.templateresolver.StringTemplateResolver;

/** Whole sentences with marked-up parts, whose order is the language's. */
class SayProcessorTest {

    private final StaticMessageSource texts = new StaticMessageSource();
    private final SpringTemplateEngine engine = new SpringTemplateEngine();

    SayProcessorTest() {
        engine.setTemplateResolver(new StringTemplateResolver());
        engine.addDialect(new LanguageDialect());
        engine.setTemplateEngineMessageSource(texts);
    }

    private String shown(String text, String template, Map<String, Object> model) {
        texts.addMessage("k", Locale.ENGLISH, text);
        return engine.process(template, new Context(Locale.ENGLISH, model));
    }

    @Test
    void parts_stand_where_the_text_names_them() {
        assertThat(shown(
                        "Of <2>the cellar</2>: <1/>.",
                        "<p pl:say=\"#{k}\"><b th:text=\"${n}\">9</b><a th:href=\"${to}\"></a></p>",
                        Map.of("n", 3, "to", "/x")))
                .isEqualTo("<p>Of <a href=\"/x\">the cellar</a>: <b>3</b>.</p>");
    }

    @Test
    void parts_of_parts_and_what_is_left_out() {
        String template = "<p pl:say=\"#{k}\"><span th:if=\"${yes}\"><i></i></span><b></b></p>";
        assertThat(shown("A <1>b <2>c</2></1><3>d</3>", template, Map.of("yes", true)))
                .isEqualTo("<p>A <span>b <i>c</i></span><b>d</b></p>");
        assertThat(shown("A <1>b <2>c</2></1>", template, Map.of("yes", false))).isEqualTo("<p>A </p>");
    }

    @Test
    void a_part_that_stands_empty_in_the_template_holds_its_text() {
        String template = "<p pl:say=\"#{k}\"><th:block th:if=\"${yes}\"/><th:block th:unless=\"${yes}\"/></p>";
        assertThat(shown("<1>a</1><2>b</2>", template, Map.of("yes", true))).isEqualTo("<p>a</p>");
        assertThat(shown("<1>a</1><2>b</2>", template, Map.of("yes", false))).isEqualTo("<p>b</p>");
    }

    @Test
    void what_a_text_holds_is_text() {
        assertThat(shown("a < b & <1>c</1>", "<p pl:say=\"#{k}\"><b></b></p>", Map.of()))
                .isEqualTo("<p>a &lt; b &amp; <b>c</b></p>");
    }

    @Test
    void a_part_that_the_template_lacks_is_an_error() {
        assertThatThrownBy(() -> shown("<2/>", "<p pl:say=\"#{k}\"><b></b></p>", Map.of()))
                .hasRootCauseMessage("“<2/>” names part 2 of 1");
    }
}
