package org.pelerin.app.platform.language;

import org.thymeleaf.context.ITemplateContext;
import org.thymeleaf.engine.AttributeName;
import org.thymeleaf.model.IProcessableElementTag;
import org.thymeleaf.processor.element.AbstractAttributeTagProcessor;
import org.thymeleaf.processor.element.IElementTagStructureHandler;
import org.thymeleaf.templatemode.TemplateMode;

/**
 * {@code <a pl:term="coverage">}: a word that explains itself. It has a dotted line and says what it means when it is pointed at, tapped or
 * reached with the keyboard; without scripts it leads to its place in the glossary.
 */
final class TermProcessor extends AbstractAttributeTagProcessor {

    private static final int PRECEDENCE = 1700;

    TermProcessor(String prefix) {
        super(TemplateMode.HTML, prefix, "a", false, "term", true, PRECEDENCE, true);
    }

    @Override
    protected void doProcess(
            ITemplateContext context,
            IProcessableElementTag tag,
            AttributeName name,
            String term,
            IElementTagStructureHandler structure) {
        structure.setAttribute("class", "term");
        structure.setAttribute("href", "/help/glossary#" + term);
        structure.setAttribute("data-means", Texts.of(Glossary.meaning(term)));
    }
}
