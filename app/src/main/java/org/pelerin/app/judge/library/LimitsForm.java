package org.pelerin.app.judge.library;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;
import org.pelerin.core.judge.GapRule;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.plan.RuleText;

/** A set of limits as it is typed. */
public class LimitsForm implements Form {

    /** Rules that a set may have. */
    static final int MOST = 60;

    public long id;
    public int version;
    public String name = "";
    /** Rows without anything in them are none. */
    public List<RuleForm> rules = new ArrayList<>();

    /**
     * What was read.
     *
     * @param limits of the rows that could be read
     * @param ids of the rules by their rows; rows without anything in them have none
     * @param sentences the same, of those that could be read
     */
    record Parsed(
            Limits limits, Map<Integer, String> ids, Map<Integer, String> sentences, Map<String, String> errors) {}

    static LimitsForm of(long id, int version, String name, Limits limits) {
        LimitsForm f = new LimitsForm();
        f.id = id;
        f.version = version;
        f.name = name;
        limits.rules().forEach(r -> f.rules.add(RuleForm.of(r)));
        limits.gapRules().forEach(r -> f.rules.add(RuleForm.of(r)));
        return f;
    }

    Parsed parse() {
        FieldReader read = new FieldReader();
        String called = read.text("name", name, Length.LIMITS_NAME);
        if (called.isEmpty()) {
            read.wrong("name", Texts.of("judge.library.limitsForm.enterAName"));
        }
        if (rules.size() > MOST) {
            read.wrong("name", Texts.of("judge.library.limitsForm.aSetHasAtMost", "most", MOST));
        }
        List<Rule> values = new ArrayList<>();
        List<GapRule> gaps = new ArrayList<>();
        Map<Integer, String> ids = new LinkedHashMap<>();
        Map<Integer, String> sentences = new LinkedHashMap<>();
        Set<String> taken = new HashSet<>();
        for (int i = 0; i < Math.min(MOST, rules.size()); i++) {
            RuleForm f = rules.get(i);
            if (f == null) {
                continue;
            }
            f.fill();
            if (f.blank()) {
                continue;
            }
            String at = "rules[" + i + "]";
            String as = read.text(at + ".id", f.named(taken), Length.RULE_NAME);
            if (!taken.add(as)) {
                read.wrong(at + ".id", Texts.of("judge.library.limitsForm.anotherRuleIsNamed", "as", as));
                continue;
            }
            ids.put(i, as);
            if (f.gap()) {
                GapRule rule = f.gapRule(at, as, read);
                if (rule != null) {
                    gaps.add(rule);
                    sentences.put(i, RuleText.of(rule));
                }
            } else {
                Rule rule = f.rule(at, as, read);
                if (rule != null) {
                    values.add(rule);
                    sentences.put(i, RuleText.of(rule));
                }
            }
        }
        if (ids.isEmpty()) {
            read.wrong("name", Texts.of("judge.library.limitsForm.aSetHasAtLeast"));
        }
        return new Parsed(new Limits(called, values, gaps), ids, sentences, read.errors());
    }
}
