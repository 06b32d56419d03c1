package org.pelerin.app.organisation.language;

import java.util.Locale;
import java.util.Optional;
import org.pelerin.app.platform.language.AskedLanguage;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What each person has chosen, for mails and for the next browser; nothing where the browser's own is taken. */
@Service
@RetriedOnDeadlock
public class OwnLanguage {

    private final OwnLanguageMapper mapper;

    OwnLanguage(OwnLanguageMapper mapper) {
        this.mapper = mapper;
    }

    public Optional<Locale> of(String account) {
        return Optional.ofNullable(mapper.of(account)).flatMap(AskedLanguage::known);
    }

    /** @param tag {@code de}; anything that there are no texts in: as the browser asks */
    @Transactional
    public Optional<Locale> choose(String account, String tag) {
        Optional<Locale> language = AskedLanguage.known(tag);
        if (language.isPresent()) {
            mapper.keep(account, language.get().getLanguage());
        } else {
            mapper.forget(account);
        }
        return language;
    }
}
