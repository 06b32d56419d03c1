package org.pelerin.core.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ModelCatalogueTest {

    @Test
    void has_the_ten_models_with_their_limits() {
        assertThat(ModelCatalogue.all())
                .extracting(LoggerModel::id)
                .containsExactly(
                        "alder-t1",
                        "alder-t2",
                        "birch-th",
                        "willow-p4",
                        "willow-p9",
                        "willow-p30",
                        "rowan-a2",
                        "hazel-c4",
                        "larch-s",
                        "hawthorn-m32",
                        "linden-n",
                        "yew-v3");
        assertThat(ModelCatalogue.get("alder-t1").recordsThatFit(1)).isEqualTo(32_000);
        assertThat(ModelCatalogue.get("birch-th").recordsThatFit(2)).isEqualTo(64_000);
        // memory in pairs: one quantity takes as much of it as two
        assertThat(ModelCatalogue.get("willow-p9").recordsThatFit(2)).isEqualTo(21_700);
        assertThat(ModelCatalogue.get("willow-p9").recordsThatFit(1)).isEqualTo(21_700);
        assertThat(ModelCatalogue.get("hawthorn-m32").interval().advised()).isEqualTo(Duration.ofSeconds(30));
        assertThat(ModelCatalogue.get("hawthorn-m32").channels()).hasSize(34);
        assertThat(ModelCatalogue.get("hawthorn-m32").channels().get(11).terminals())
                .containsExactly("12+", "12−");
        assertThat(ModelCatalogue.get("linden-n").wideCounts()).isTrue();
        assertThat(ModelCatalogue.get("alder-t1").wideCounts()).isFalse();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "\"version\": 1 | \"version\": 3 | version 3",
                "\"id\": \"alder-t2\" | \"id\": \"alder-t1\" | “alder-t1” of the catalogue: it is there twice",
                "\"oldest\": \"1.2\" | \"oldest\": \"one\" | “alder-t1” of the catalogue: “one” is not a firmware version",
                "\"step\": \"1/20\" | \"step\": \"0.05\" | “alder-t1” of the catalogue: an input has the step “0.05”",
                "\"about\" | \"abuot\" | cannot be read at"
            })
    void a_wrong_entry_is_named(String from, String to, String message) throws IOException {
        String text;
        try (InputStream in = ModelCatalogue.class.getResourceAsStream("catalogue.json")) {
            text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        assertThat(text).contains(from);
        byte[] wrong = text.replace(from, to).getBytes(StandardCharsets.UTF_8);
        assertThatThrownBy(() -> CatalogueReader.read(wrong))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining(message);
    }
}
