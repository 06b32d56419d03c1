package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/** The database goes away and comes back; the application stays. */
@Tag("bed")
@Timeout(120)
class DatabaseGoneTest {

    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build();

    private HttpResponse<String> get(String address) throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(URI.create(address))
                .header("Accept", "text/html")
                // a cookie of some session, so that the session's store is asked
                .header("Cookie", "SESSION=MDAwMDAwMDAtMDAwMC0wMDAwLTAwMDAtMDAwMDAwMDAwMDAw")
                .build();
        return http.send(request, HttpResponse.BodyHandlers.ofString());
    }

    @Test
    void a_page_says_so_and_the_next_one_works_again_without_a_restart() throws Exception {
        TestBed bed = TestBed.get();
        URI database = URI.create(TestDatabase.URL.substring("jdbc:".length()));
        try (CuttableProxy proxy = new CuttableProxy(new InetSocketAddress(database.getHost(), database.getPort()))) {
            List<String> arguments = new ArrayList<>(List.of(TestBed.arguments(bed.yard, 0)));
            arguments.removeIf(a -> a.startsWith("--spring.datasource.url="));
            arguments.add("--spring.datasource.url=jdbc:mariadb://127.0.0.1:" + proxy.port() + database.getPath());
            arguments.add("--spring.datasource.hikari.connection-timeout=1000");
            try (ConfigurableApplicationContext app =
                    new SpringApplicationBuilder(PelerinApplication.class).run(arguments.toArray(String[]::new))) {
                String address = "http://127.0.0.1:" + app.getEnvironment().getProperty("local.server.port");
                assertThat(get(address + "/login").statusCode()).isEqualTo(200);

                proxy.cut();
                HttpResponse<String> gone = get(address + "/missions");
                assertThat(gone.statusCode()).isEqualTo(503);
                assertThat(gone.body()).contains("The database does not answer").doesNotContain("Exception");

                proxy.mend();
                int status = 503;
                for (int i = 0; i < 40 && status == 503; i++) {
                    TimeUnit.MILLISECONDS.sleep(250);
                    status = get(address + "/login").statusCode();
                }
                assertThat(status).isEqualTo(200);
            }
        }
    }
}
