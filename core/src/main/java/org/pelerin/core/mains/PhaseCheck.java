package org.pelerin.core.mains;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.language.CoreTexts;

/**
 * Whether the leads and loops of a three-phase logger sit where they should.
 *
 * <p>The order is that of the voltages: phase 2 lags phase 1 by 120° and phase 3 lags phase 2. The loops are explained by the fewest
 * changes (a loop turned round, or sitting on another phase) that leave every load lagging by at most {@value #LAG}° or leading by at
 * most {@value #LEAD}°, and all of them within {@value #ALIKE}° of each other. Loads beyond that are rare; a loop that is turned
 * round and one that sits a phase further look alike but for 60°.
 *
 * @param order of the voltages
 * @param loops one a current; empty where nothing explains them or nothing flows
 * @param loopsClear whether an explanation was found, or nothing had to be explained
 */
public record PhaseCheck(Order order, List<Loop> loops, boolean loopsClear) {

    static final double LAG = 60;
    static final double LEAD = 30;
    static final double ALIKE = 40;
    private static final double TOLERANCE = 20;

    public enum Order {
        /** 1, 2, 3. */
        RIGHT,
        /** 1, 3, 2: two leads are exchanged, or the field turns the other way. */
        REVERSED,
        /** A voltage is missing, or the angles belong to neither. */
        UNCLEAR
    }

    /**
     * Where a current loop sits.
     *
     * @param loop from 0
     * @param phase from 0, that its current belongs to
     * @param reversed whether it is turned round
     */
    public record Loop(int loop, int phase, boolean reversed) {
        public boolean right() {
            return loop == phase && !reversed;
        }
    }

    public PhaseCheck {
        loops = List.copyOf(loops);
    }

    /** Whether everything sits where it should, as far as can be told. */
    public boolean right() {
        return order == Order.RIGHT && loopsClear && loops.stream().allMatch(Loop::right);
    }

    /** What is wrong and what to do about it, one sentence each; empty where nothing is. */
    public List<String> findings() {
        List<String> out = new ArrayList<>();
        List<Loop> moved = loops.stream().filter(l -> l.loop() != l.phase()).toList();
        boolean leads = order == Order.REVERSED && moved.size() == 2;
        if (order == Order.UNCLEAR) {
            out.add(CoreTexts.say("core.mains.phaseCheck.theVoltagesAreNotThose"));
        } else if (leads) {
            out.add(CoreTexts.say("core.mains.phaseCheck.theVoltageLeadsAreSwapped", "names", names("U", moved)));
        } else if (order == Order.REVERSED) {
            out.add(CoreTexts.say("core.mains.phaseCheck.thePhasesFollowInThe"));
        }
        if (!leads && moved.size() == 2) {
            out.add(CoreTexts.say("core.mains.phaseCheck.theLoopsAreOnEach", "names", names("I", moved)));
        } else if (!leads && !moved.isEmpty()) {
            moved.forEach(l -> out.add(CoreTexts.say(
                    "core.mains.phaseCheck.loopIIsOnPhase", "loop", (l.loop() + 1), "phase", (l.phase() + 1))));
        }
        loops.stream()
                .filter(Loop::reversed)
                .forEach(l ->
                        out.add(CoreTexts.say("core.mains.phaseCheck.loopIIsReversedIts", "loop", (l.loop() + 1))));
        if (!loopsClear) {
            out.add(CoreTexts.say("core.mains.phaseCheck.theCurrentsFitNoConnection"));
        }
        return out;
    }

    private static String names(String letter, List<Loop> two) {
        return CoreTexts.say(
                "core.mains.phaseCheck.letterLoopAndLetterLoop2",
                "letter",
                letter,
                "loop",
                (two.get(0).loop() + 1),
                "loop2",
                (two.get(1).loop() + 1));
    }

    /**
     * @param voltages three
     * @param currents three
     * @param nominal phase voltage in V; a voltage under a tenth of it counts as missing
     * @param least current in A that is looked at
     */
    public static PhaseCheck of(List<Phasor> voltages, List<Phasor> currents, double nominal, double least) {
        Order order = order(voltages, nominal);
        if (currents.stream().anyMatch(i -> i.magnitude() < least)) {
            return new PhaseCheck(order, List.of(), true);
        }
        List<Loop> best = List.of();
        int fewest = Integer.MAX_VALUE;
        for (int[] phases : PERMUTATIONS) {
            for (int turned = 0; turned < 8; turned++) {
                int changes = 2 * Integer.bitCount(turned) + 3 * moved(phases);
                if (changes < fewest && explains(voltages, currents, phases, turned)) {
                    fewest = changes;
                    best = loops(phases, turned);
                }
            }
        }
        return new PhaseCheck(order, best, !best.isEmpty());
    }

    private static final int[][] PERMUTATIONS = {{0, 1, 2}, {1, 0, 2}, {0, 2, 1}, {2, 1, 0}, {1, 2, 0}, {2, 0, 1}};

    private static Order order(List<Phasor> u, double nominal) {
        if (u.stream().anyMatch(v -> v.magnitude() < nominal / 10)) {
            return Order.UNCLEAR;
        }
        double second = u.get(0).leads(u.get(1));
        double third = u.get(1).leads(u.get(2));
        if (Math.abs(second - 120) <= TOLERANCE && Math.abs(third - 120) <= TOLERANCE) {
            return Order.RIGHT;
        }
        return Math.abs(second + 120) <= TOLERANCE && Math.abs(third + 120) <= TOLERANCE
                ? Order.REVERSED
                : Order.UNCLEAR;
    }

    private static int moved(int[] phases) {
        int moved = 0;
        for (int i = 0; i < phases.length; i++) {
            moved += phases[i] == i ? 0 : 1;
        }
        return moved;
    }

    private static boolean explains(List<Phasor> u, List<Phasor> i, int[] phases, int turned) {
        double least = Double.POSITIVE_INFINITY;
        double greatest = Double.NEGATIVE_INFINITY;
        for (int k = 0; k < 3; k++) {
            Phasor current = i.get(k);
            Phasor meant = (turned >> k & 1) == 0 ? current : new Phasor(current.magnitude(), current.angle() + 180);
            double load = u.get(phases[k]).leads(meant);
            least = Math.min(least, load);
            greatest = Math.max(greatest, load);
        }
        return least >= -LEAD && greatest <= LAG && greatest - least <= ALIKE;
    }

    private static List<Loop> loops(int[] phases, int turned) {
        List<Loop> out = new ArrayList<>();
        for (int k = 0; k < 3; k++) {
            out.add(new Loop(k, phases[k], (turned >> k & 1) == 1));
        }
        return out;
    }
}
