package org.pelerin.app.platform.language;

import java.util.Set;
import org.springframework.stereotype.Component;
import org.thymeleaf.dialect.AbstractProcessorDialect;
import org.thymeleaf.processor.IProcessor;

/** What templates have beyond Thymeleaf's own: {@code pl:say}, {@code pl:when} and {@code pl:term}. */
@Component
class LanguageDialect extends AbstractProcessorDialect {

    LanguageDialect() {
        super("Pelerin", "pl", 1000);
    }

    @Override
    public Set<IProcessor> getProcessors(String prefix) {
        return Set.of(new SayProcessor(prefix), new WhenProcessor(prefix), new TermProcessor(prefix));
    }
}
