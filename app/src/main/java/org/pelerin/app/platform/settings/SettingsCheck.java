package org.pelerin.app.platform.settings;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.springframework.boot.EnvironmentPostProcessor;
import org.springframework.boot.SpringApplication;
import org.springframework.core.env.ConfigurableEnvironment;
import org.springframework.core.env.MapPropertySource;

/** Looks at the settings before anything else is done, and turns a certificate into what the server takes. */
public final class SettingsCheck implements EnvironmentPostProcessor {

    /** What a provider of sign-ins is of no use without. */
    private static final List<String> WITH_ISSUER =
            List.of("PELERIN_SIGN_IN_CLIENT", "PELERIN_SIGN_IN_SECRET", "PELERIN_SIGN_IN_ROLES");

    private static final String CERTIFICATE = "PELERIN_TLS_CERTIFICATE";
    private static final String KEY = "PELERIN_TLS_KEY";

    @Override
    public void postProcessEnvironment(ConfigurableEnvironment environment, SpringApplication application) {
        Map<String, String> set = new HashMap<>();
        environment.getSystemEnvironment().forEach((k, v) -> {
            if (k.startsWith("PELERIN_")) {
                set.put(k, String.valueOf(v).strip());
            }
        });
        List<String> wrong = wrong(set);
        if (!wrong.isEmpty()) {
            throw new WrongSettingsException(wrong);
        }
        String certificate = set.getOrDefault(CERTIFICATE, "");
        if (!certificate.isEmpty()) {
            environment
                    .getPropertySources()
                    .addFirst(new MapPropertySource(
                            "own certificate",
                            Map.of(
                                    "spring.ssl.bundle.pem.own.keystore.certificate",
                                    "file:" + certificate,
                                    "spring.ssl.bundle.pem.own.keystore.private-key",
                                    "file:" + set.get(KEY),
                                    "spring.ssl.bundle.pem.own.keystore.verify-keys",
                                    "true",
                                    "spring.ssl.bundle.pem.own.reload-on-update",
                                    "true",
                                    "server.ssl.bundle",
                                    "own")));
        }
    }

    /** A sentence for each that is not what it should be, or that is not known. */
    static List<String> wrong(Map<String, String> set) {
        List<String> out = new ArrayList<>();
        List<Setting> all = Setting.all();
        for (Setting s : all) {
            String trouble = s.wrong(set.getOrDefault(s.name(), ""));
            if (trouble != null) {
                out.add(trouble);
            }
        }
        boolean certificate = !set.getOrDefault(CERTIFICATE, "").isEmpty();
        boolean key = !set.getOrDefault(KEY, "").isEmpty();
        if (certificate != key) {
            out.add((certificate ? KEY : CERTIFICATE)
                    + " is not set: expected both a certificate and its key, or neither.");
        }
        if (!set.getOrDefault("PELERIN_SIGN_IN_ISSUER", "").isEmpty()) {
            for (String name : WITH_ISSUER) {
                if (set.getOrDefault(name, "").isEmpty()) {
                    out.add(name + " is not set: nobody could sign in with the provider of PELERIN_SIGN_IN_ISSUER.");
                }
            }
        }
        Set<String> known = all.stream().map(Setting::name).collect(Collectors.toSet());
        for (String name : new TreeSet<>(set.keySet())) {
            if (!known.contains(name) && !Setting.OF_THE_SCRIPT.contains(name)) {
                out.add(name + " is no setting: see docs/settings.md for those that there are.");
            }
        }
        return out;
    }
}
