package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URLEncoder;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.app.platform.text.NamedTable;
import org.pelerin.core.exchange.LimitsDocument;
import org.springframework.core.MethodParameter;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Whatever takes many of something is sent as many as it takes, and three times that: it says so, and nothing breaks. */
@Tag("bed")
class LongListsTest {

    private static final int MOST_PARAMETERS = 4000;

    /** A door and the list that it takes. */
    record ListDoor(String path, RequestMethod method, String name) {}

    private static TestBed bed;
    private static Visitor visitor;

    @BeforeAll
    static void begin() throws Exception {
        bed = TestBed.get();
        visitor = Visitor.signedIn(bed.address, "admin");
    }

    private static List<ListDoor> doors() {
        List<ListDoor> out = new ArrayList<>();
        bed.app
                .getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .forEach((RequestMappingInfo info, HandlerMethod handler) -> {
                    for (MethodParameter p : handler.getMethodParameters()) {
                        RequestParam asked = p.getParameterAnnotation(RequestParam.class);
                        boolean many = Collection.class.isAssignableFrom(p.getParameterType());
                        if (asked == null || !many || p.nested().getNestedParameterType() == MultipartFile.class) {
                            continue;
                        }
                        String path = info.getPatternValues().iterator().next().replaceAll("\\{[^}]+}", "1");
                        for (RequestMethod method : info.getMethodsCondition().getMethods()) {
                            out.add(new ListDoor(path, method, p.getParameter().getName()));
                        }
                    }
                });
        return out;
    }

    private static HttpResponse<String> sent(ListDoor door, int values) throws IOException, InterruptedException {
        String list = IntStream.range(0, values)
                .mapToObj(i -> door.name() + "=" + (i + 1))
                .collect(Collectors.joining("&"));
        if (door.method() == RequestMethod.GET) {
            return visitor.get(door.path() + "?" + list);
        }
        return visitor.send(visitor.to(door.path())
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString(
                        "_csrf=" + URLEncoder.encode(visitor.token(), StandardCharsets.UTF_8) + "&" + list))
                .build());
    }

    @Test
    void every_list_of_values_has_an_end() throws Exception {
        List<ListDoor> doors = doors();
        assertThat(doors).hasSizeGreaterThan(15);
        for (ListDoor door : doors) {
            HttpResponse<String> most = sent(door, door.method() == RequestMethod.GET ? 200 : MOST_PARAMETERS - 1);
            assertThat(most.statusCode()).as(door + " " + most.body()).isLessThan(500);
            HttpResponse<String> more = sent(door, 3 * MOST_PARAMETERS);
            assertThat(more.statusCode()).as(door.toString()).isBetween(400, 499);
        }
        assertThat(visitor.get("/").statusCode()).isEqualTo(200);
    }

    private static String people(int lines) {
        return "name\n" + IntStream.range(0, lines).mapToObj(i -> "Person " + i).collect(Collectors.joining("\n"));
    }

    private static String rules(int count) {
        return "{\"rules\":["
                + IntStream.range(0, count)
                        .mapToObj(i -> "{\"id\":\"r" + i + "\",\"channel\":\"Air\",\"bound\":{\"above\":8}}")
                        .collect(Collectors.joining(","))
                + "]}";
    }

    private static String imported(String path, byte[] file) throws IOException, InterruptedException {
        byte[] head = ("--xYx\r\nContent-Disposition: form-data; name=\"_csrf\"\r\n\r\n" + visitor.token()
                        + "\r\n--xYx\r\nContent-Disposition: form-data; name=\"file\"; filename=\"a.txt\"\r\nContent-Type: text/plain\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8);
        HttpResponse<String> answer = visitor.send(visitor.to(path)
                .header("Content-Type", "multipart/form-data; boundary=xYx")
                .POST(HttpRequest.BodyPublishers.concat(
                        HttpRequest.BodyPublishers.ofByteArray(head),
                        HttpRequest.BodyPublishers.ofByteArray(file),
                        HttpRequest.BodyPublishers.ofString("\r\n--xYx--\r\n")))
                .build());
        assertThat(answer.statusCode()).as(answer.body()).isBetween(200, 399);
        return answer.statusCode() < 300
                ? answer.body()
                : visitor.get(answer.headers().firstValue("Location").orElseThrow())
                        .body();
    }

    @ParameterizedTest
    @CsvSource({"/people/import", "/places/import", "/limits/import", "/plans/import"})
    void a_file_that_is_too_long_or_not_in_utf_8_is_refused_with_what_to_do(String door) throws Exception {
        assertThat(imported(door, "n\n".repeat(3_000_000).getBytes(StandardCharsets.UTF_8)))
                .contains("at most 2 MB are possible. Divide it");
        assertThat(imported(door, "name\nJos\u00e9\n".getBytes(StandardCharsets.ISO_8859_1)))
                .contains("The file is not in UTF-8. Save it as UTF-8");
    }

    @Test
    void tables_and_rules_have_an_end_and_a_long_list_of_mistakes_is_cut() throws Exception {
        assertThat(imported("/people/import", people(3 * NamedTable.MOST_ROWS).getBytes(StandardCharsets.UTF_8)))
                .contains("at most 10000 lines can be imported at once; divide the file");
        assertThat(imported(
                        "/people/import",
                        people(1).concat("\nSame").concat("\nSame".repeat(300)).getBytes(StandardCharsets.UTF_8)))
                .contains("“Same” occurs twice", "and 260 more");
        assertThat(imported(
                        "/limits/import", rules(3 * LimitsDocument.MOST_RULES).getBytes(StandardCharsets.UTF_8)))
                .contains("there are 1500 rules; at most 500 are read");
    }
}
