package org.pelerin.app.organisation;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.loggers.calibration.CalibrationNotice;
import org.pelerin.app.places.Picture;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.core.evidence.AuditEntry;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.language.CurrentLanguage;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reads and changes what is said of the house. */
@Service
@RetriedOnDeadlock
public class HouseService implements CalibrationNotice {

    /** It is no picture that can stand over a report. */
    static final class NoLogoException extends NotDoneException {
        NoLogoException(String message) {
            super(message);
        }
    }

    private static final int LARGEST = 512_000;

    private final HouseMapper mapper;
    private final AuditTrail audit;

    HouseService(HouseMapper mapper, AuditTrail audit) {
        this.mapper = mapper;
        this.audit = audit;
    }

    public House house() {
        return mapper.house().house();
    }

    @Override
    public Duration ahead() {
        return house().attention().calibrationAhead();
    }

    public Optional<Logo> logo() {
        return Optional.ofNullable(mapper.logo());
    }

    /** @param house with the version that was looked at */
    @Transactional
    public void change(House house, String by) {
        House before = house();
        if (mapper.change(HouseMapper.Row.of(house)) == 0) {
            throw new ChangedMeanwhileException();
        }
        audit.record(by, "change house", "house", words(before), words(house));
    }

    /** Who changed it last, at most one. */
    public List<AuditEntry> lastChange() {
        return audit.latest("house", 1);
    }

    private static String words(House h) {
        return h.name() + "; " + h.address().replaceAll("\\s*\\n\\s*", ", ") + "; "
                + CurrentLanguage.inEnglish(h.paper()::words) + "; approved by "
                + (h.fourEyes() ? "a second person" : "anybody who may") + "; second factor for "
                + CurrentLanguage.inEnglish(h.factorFor()::words) + "; " + words(h.attention());
    }

    private static String words(AttentionRules a) {
        return "clocks off by more than " + a.clock().fixed().toSeconds() + " s and "
                + BigDecimal.valueOf(a.clock().secondsPerDay())
                        .stripTrailingZeros()
                        .toPlainString()
                + " s a day, visits within " + a.visitWithin().toDays() + " d, started within "
                + a.startWithin().toHours() + " h, calibrations "
                + a.calibrationAhead().toDays() + " d ahead, seen within "
                + a.seenWithin().toDays() + " d";
    }

    @Transactional
    public void logo(byte[] bytes, String by) {
        if (bytes.length > LARGEST) {
            throw new NoLogoException(Texts.of("organisation.houseService.aLogoHasAtMost"));
        }
        Picture picture;
        try {
            picture = Picture.of(bytes);
        } catch (IllegalArgumentException e) {
            throw new NoLogoException(e.getMessage());
        }
        mapper.keepLogo(picture.type(), bytes);
        audit.record(by, "set logo", "house", "", picture.type() + ", SHA-256 " + Sha256.of(bytes));
    }

    @Transactional
    public void removeLogo(String by) {
        if (mapper.noLogo() == 1) {
            audit.record(by, "remove logo", "house", "", "");
        }
    }
}
