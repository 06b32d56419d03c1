package org.pelerin.app.organisation.units;

import java.util.Optional;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What each person has chosen; as recorded where nothing was. */
@Service
@RetriedOnDeadlock
public class OwnUnits {

    public static final Unit TEMPERATURE = Unit.CELSIUS;
    public static final Unit PRESSURE = Unit.of("kPa");
    public static final Unit LENGTH = Unit.of("m");
    public static final Unit VOLUME = Unit.of("l");

    private final OwnUnitsMapper mapper;

    OwnUnits(OwnUnitsMapper mapper) {
        this.mapper = mapper;
    }

    public ShownUnits of(String account) {
        return Optional.ofNullable(mapper.of(account))
                .map(r -> new ShownUnits(
                        unit(r.temperature(), TEMPERATURE),
                        unit(r.pressure(), PRESSURE),
                        unit(r.length(), LENGTH),
                        unit(r.volume(), VOLUME)))
                .orElse(ShownUnits.RECORDED);
    }

    /** Symbols that are none of a quantity's units are taken as nothing. */
    @Transactional
    public void keep(String account, String temperature, String pressure, String length, String volume) {
        mapper.keep(new OwnUnitsMapper.Row(
                account,
                symbol(temperature, TEMPERATURE),
                symbol(pressure, PRESSURE),
                symbol(length, LENGTH),
                symbol(volume, VOLUME)));
    }

    private static String symbol(String text, Unit quantity) {
        Unit unit = unit(text.strip(), quantity);
        return unit == null ? "" : unit.symbol();
    }

    private static Unit unit(String symbol, Unit quantity) {
        return ShownUnits.choices(quantity).stream()
                .filter(u -> u.symbol().equals(symbol))
                .findFirst()
                .orElse(null);
    }
}
