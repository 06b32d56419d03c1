package org.pelerin.app.platform.operation;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.pelerin.app.platform.language.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** All that is looked at. */
@Component
public class Checkups {

    private static final Logger LOG = LoggerFactory.getLogger(Checkups.class);

    private final List<Checkup> all;

    Checkups(List<Checkup> all) {
        this.all = all.stream().sorted(Comparator.comparing(Checkup::name)).toList();
    }

    List<Checkup> all() {
        return all;
    }

    /** The gravest first. */
    public List<Condition> look() {
        return look(all);
    }

    /** Those that somebody should see to soon. */
    public List<Condition> pressing() {
        return look(all.stream().filter(Checkup::pressing).toList()).stream()
                .filter(c -> !c.sound())
                .toList();
    }

    private static List<Condition> look(List<Checkup> of) {
        List<Condition> out = new ArrayList<>();
        of.forEach(c -> out.add(look(c)));
        out.sort(Comparator.comparing(Condition::state).reversed());
        return out;
    }

    /** One that cannot be looked at stops none of the others. */
    static Condition look(Checkup checkup) {
        try {
            return checkup.look();
        } catch (RuntimeException e) {
            LOG.warn("{} cannot be looked at: {}", checkup.name(), e.getMessage());
            return Condition.failed(
                    checkup.name(),
                    Texts.of("platform.operation.checkups.itCannotBeChecked"),
                    Texts.of("platform.operation.checkups.seeTheLog"));
        }
    }
}
