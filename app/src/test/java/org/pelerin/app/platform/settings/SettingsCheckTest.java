package org.pelerin.app.platform.settings;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class SettingsCheckTest {

    private static String read(String file) throws IOException {
        return Files.readString(Path.of(file));
    }

    @Test
    void what_is_right_or_not_set_is_no_trouble() {
        assertThat(SettingsCheck.wrong(Map.of())).isEmpty();
        assertThat(SettingsCheck.wrong(Map.of(
                        "PELERIN_PORT", "443",
                        "PELERIN_BIND", "0.0.0.0",
                        "PELERIN_ADDRESS", "https://pelerin.example.org",
                        "PELERIN_ZONE", "America/Bogota",
                        "PELERIN_DB_URL", "jdbc:mariadb://db.example.org:3306/pelerin?sslMode=verify-full",
                        "PELERIN_SMTP_STARTTLS", "")))
                .isEmpty();
    }

    @Test
    void each_wrong_one_is_named_with_what_was_expected() {
        assertThat(SettingsCheck.wrong(Map.of("PELERIN_PORT", "eighty")))
                .containsExactly("PELERIN_PORT is “eighty”: expected a port from 1 to 65535.");
        assertThat(SettingsCheck.wrong(Map.of(
                        "PELERIN_ZONE", "Mars/Olympus",
                        "PELERIN_DB_URL", "mysql:db",
                        "PELERIN_ADDRESS", "pelerin.example.org",
                        "PELERIN_SMTP_STARTTLS", "yes",
                        "PELERIN_PASSWORD_COST", "4")))
                .hasSize(5)
                .anySatisfy(w -> assertThat(w).startsWith("PELERIN_ZONE is “Mars/Olympus”: expected a time zone"))
                .anySatisfy(w -> assertThat(w).contains("expected true or false"));
    }

    @Test
    void a_certificate_needs_its_key_and_both_must_be_there() throws IOException {
        Path certificate = Files.createTempFile("own", ".pem");
        assertThat(SettingsCheck.wrong(Map.of("PELERIN_TLS_CERTIFICATE", certificate.toString())))
                .containsExactly("PELERIN_TLS_KEY is not set: expected both a certificate and its key, or neither.");
        assertThat(SettingsCheck.wrong(Map.of(
                        "PELERIN_TLS_CERTIFICATE", certificate.toString(), "PELERIN_TLS_KEY", "/nowhere/key.pem")))
                .containsExactly("PELERIN_TLS_KEY is “/nowhere/key.pem”: expected a file that can be read.");
        Files.delete(certificate);
    }

    @Test
    void a_provider_of_sign_ins_is_of_no_use_without_a_client_a_secret_and_roles() {
        assertThat(SettingsCheck.wrong(Map.of(
                        "PELERIN_SIGN_IN_ISSUER", "https://login.example.org/realms/valley",
                        "PELERIN_SIGN_IN_CLIENT", "pelerin",
                        "PELERIN_SIGN_IN_SECRET", "s",
                        "PELERIN_SIGN_IN_ROLES", "cellar staff=technician, quality=reviewer")))
                .isEmpty();
        assertThat(SettingsCheck.wrong(Map.of(
                        "PELERIN_SIGN_IN_ISSUER", "https://login.example.org",
                        "PELERIN_SIGN_IN_CLIENT", "pelerin",
                        "PELERIN_SIGN_IN_SECRET", "s")))
                .containsExactly(
                        "PELERIN_SIGN_IN_ROLES is not set: nobody could sign in with the provider of PELERIN_SIGN_IN_ISSUER.");
        assertThat(SettingsCheck.wrong(Map.of("PELERIN_SIGN_IN_ROLES", "field=boss")))
                .containsExactly(
                        "PELERIN_SIGN_IN_ROLES is “field=boss”: expected pairs such as field=technician, quality=reviewer.");
    }

    @Test
    void a_name_that_is_mistyped_is_told() {
        assertThat(SettingsCheck.wrong(Map.of("PELERIN_PROT", "80")))
                .containsExactly("PELERIN_PROT is no setting: see docs/settings.md for those that there are.");
    }

    @Test
    void all_that_the_application_reads_are_known_and_documented() throws IOException {
        TreeSet<String> asked = Pattern.compile("PELERIN_[A-Z_]+")
                .matcher(read("src/main/resources/application.yaml"))
                .results()
                .map(m -> m.group())
                .collect(Collectors.toCollection(TreeSet::new));
        assertThat(Setting.all().stream().map(Setting::name).toList())
                .containsAll(asked)
                .doesNotHaveDuplicates();
        String document = read("../docs/settings.md");
        for (Setting s : Setting.all()) {
            assertThat(document)
                    .contains("| `" + s.name() + "` | " + (s.usual().isEmpty() ? "–" : "`" + s.usual() + "`") + " | "
                            + s.expected() + " | " + s.what() + " |");
        }
    }
}
