package org.pelerin.app.fleet.hooks;

import java.io.IOException;
import java.io.InputStream;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;

/** One request and the head of its answer. */
final class HookExchange {

    private HookExchange() {}

    /**
     * The status that is answered. Of what follows nothing is read: it may never end.
     *
     * @param request whose time-out is that of the whole exchange
     * @throws IOException if there is no answer in that time
     */
    static int status(HttpClient http, HttpRequest request) throws IOException, InterruptedException {
        HttpResponse<InputStream> answer = http.send(request, HttpResponse.BodyHandlers.ofInputStream());
        answer.body().close();
        return answer.statusCode();
    }
}
