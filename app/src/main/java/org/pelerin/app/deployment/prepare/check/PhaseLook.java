package org.pelerin.app.deployment.prepare.check;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.core.mains.PhaseCheck;
import org.pelerin.core.mains.Phasor;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.Phases;
import org.springframework.stereotype.Service;

/** Whether the leads and loops of a connected three-phase logger sit where they should. */
@Service
public class PhaseLook {

    /** Half the width of the drawing. */
    public static final int RADIUS = 100;

    private static final double VOLTAGE_LENGTH = 0.92;
    private static final double CURRENT_LENGTH = 0.66;
    /** Under this share of its range a current is nothing. */
    private static final double LEAST = 0.001;

    private final Dock dock;

    PhaseLook(Dock dock) {
        this.dock = dock;
    }

    /**
     * A phasor drawn from the middle; the angle is counted counter-clockwise from the right.
     *
     * @param phase from 1
     * @param x of its tip, as {@code y}; {@code textX} and {@code textY} of its name
     */
    public record Arrow(
            String name, int phase, boolean voltage, double value, double angle, int x, int y, int textX, int textY) {}

    /** @param check null where the wiring is not one that can be looked at */
    public record View(List<Arrow> arrows, PhaseCheck check) {

        /** Whether any voltage is on; leads in the air are not wrong. */
        public boolean connected() {
            return arrows.stream().anyMatch(a -> a.voltage() && a.value() > LIVE_VOLTS);
        }
    }

    /** Less is a lead that hangs in the air. */
    public static final double LIVE_VOLTS = 10;

    /** Whether a model can tell its phases. */
    public static boolean offered(LoggerModel model) {
        return model.memory().disturbances() > 0;
    }

    public View look(String serial) {
        DockedLogger logger = dock.get(serial);
        try (LoggerLink link = dock.open(serial)) {
            Phases phases = link.phases();
            Plan plan = logger.status().mission() == 0 ? null : link.readPlan();
            List<Arrow> arrows = new ArrayList<>();
            draw(phases.voltages(), "U", VOLTAGE_LENGTH, arrows);
            draw(phases.currents(), "I", CURRENT_LENGTH, arrows);
            return new View(arrows, check(logger.model(), plan, phases));
        }
    }

    /** What a link's logger sees, as a plan would have it; null where the plan's wiring has not three phases and a neutral. */
    public static PhaseCheck check(LoggerModel model, Plan plan, Phases phases) {
        if (!"wye".equals(option(model, plan, "wiring"))) {
            return null;
        }
        double nominal = Double.parseDouble(option(model, plan, "nominal"));
        double range = model.channels().get(phases.voltages().size()).own().high();
        return PhaseCheck.of(phases.voltages(), phases.currents(), nominal, range * LEAST);
    }

    private static String option(LoggerModel model, Plan plan, String key) {
        return model.option(key)
                .map(o -> plan == null ? o.preset() : plan.option(o))
                .orElse("");
    }

    private static void draw(List<Phasor> phasors, String letter, double length, List<Arrow> out) {
        double greatest = phasors.stream().mapToDouble(Phasor::magnitude).max().orElse(0);
        for (int i = 0; i < phasors.size(); i++) {
            Phasor p = phasors.get(i);
            double share = greatest == 0 ? 0 : p.magnitude() / greatest * length;
            double radians = Math.toRadians(p.angle());
            double text = share + 0.13;
            out.add(new Arrow(
                    letter + (i + 1),
                    i + 1,
                    letter.equals("U"),
                    p.magnitude(),
                    p.angle(),
                    at(share * Math.cos(radians)),
                    -at(share * Math.sin(radians)),
                    at(text * Math.cos(radians)),
                    -at(text * Math.sin(radians)) + 4));
        }
    }

    private static int at(double share) {
        return (int) Math.round(share * RADIUS);
    }
}
