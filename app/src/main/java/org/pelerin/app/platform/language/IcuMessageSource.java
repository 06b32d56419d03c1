package org.pelerin.app.platform.language;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.pelerin.core.language.Bundles;
import org.pelerin.core.language.Wording;
import org.springframework.context.MessageSource;
import org.springframework.context.MessageSourceResolvable;
import org.springframework.context.NoSuchMessageException;
import org.springframework.stereotype.Component;

/** The bundles as Spring and the templates ask them: arguments by name, as one map, or by their place ({@code {0}}). */
@Component("messageSource")
public class IcuMessageSource implements MessageSource {

    private final Bundles bundles = Texts.all();

    @Override
    public String getMessage(String code, Object[] arguments, String otherwise, Locale locale) {
        return bundles.find(code, locale).map(w -> w.with(named(arguments))).orElse(otherwise);
    }

    @Override
    public String getMessage(String code, Object[] arguments, Locale locale) {
        return bundles.find(code, locale)
                .orElseThrow(() -> new NoSuchMessageException(code, locale))
                .with(named(arguments));
    }

    @Override
    public String getMessage(MessageSourceResolvable resolvable, Locale locale) {
        String[] codes = resolvable.getCodes();
        for (String code : codes == null ? new String[0] : codes) {
            Optional<Wording> wording = bundles.find(code, locale);
            if (wording.isPresent()) {
                return wording.get().with(named(resolvable.getArguments()));
            }
        }
        if (resolvable.getDefaultMessage() == null) {
            throw new NoSuchMessageException(codes == null || codes.length == 0 ? "" : codes[0], locale);
        }
        return resolvable.getDefaultMessage();
    }

    @SuppressWarnings("unchecked")
    private static Map<String, ?> named(Object[] arguments) {
        if (arguments == null || arguments.length == 0) {
            return Map.of();
        }
        if (arguments.length == 1 && arguments[0] instanceof Map<?, ?> map) {
            return (Map<String, ?>) map;
        }
        Map<String, Object> byPlace = new HashMap<>();
        for (int i = 0; i < arguments.length; i++) {
            byPlace.put(String.valueOf(i), arguments[i]);
        }
        return byPlace;
    }
}
