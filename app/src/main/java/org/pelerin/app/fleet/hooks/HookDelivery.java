package org.pelerin.app.fleet.hooks;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.time.Clock;
import java.time.Duration;
import java.util.HexFormat;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.work.BackOff;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.LongWork;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Sends one thing to one hook: a POST of JSON, signed with HMAC-SHA256 (RFC 2104) over its bytes. Whatever is answered but 2xx, or nothing within
 * 8 s, is tried again, later each time, for about a day; redirects are not followed, and what follows the head of an answer is not read.
 */
@Component
class HookDelivery implements LongWork {

    static final String KIND = "hook";

    private static final Duration PATIENCE = Duration.ofSeconds(8);
    private static final BackOff PAUSES = new BackOff(Duration.ofSeconds(10), Duration.ofHours(12));
    private static final Duration NEXT_TURN = Duration.ofSeconds(1);
    private static final int MOST_ATTEMPTS = 13;

    private final HookMapper mapper;
    private final WebHooks hooks;
    private final TransactionTemplate transaction;
    private final Receivers receivers;
    private final Clock machine;
    /** Receivers that something is being sent to from here. */
    private final Set<String> busy = ConcurrentHashMap.newKeySet();

    private final HttpClient http = HttpClient.newBuilder()
            .connectTimeout(PATIENCE)
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();

    HookDelivery(
            HookMapper mapper,
            WebHooks hooks,
            TransactionTemplate transaction,
            Receivers receivers,
            @Qualifier("machineClock") Clock machine) {
        this.mapper = mapper;
        this.hooks = hooks;
        this.transaction = transaction;
        this.receivers = receivers;
        this.machine = machine;
    }

    @Override
    public String kind() {
        return KIND;
    }

    /** A slow one holds up few others. */
    @Override
    public int atOnce() {
        return 4;
    }

    @Override
    public void run(long id, Claim claim) throws InterruptedException {
        HookMapper.Delivery d = mapper.delivery(id);
        if (d == null) {
            transaction.executeWithoutResult(t -> claim.finish());
            return;
        }
        String receiver = URI.create(d.url()).getAuthority();
        if (!busy.add(receiver)) {
            // of one receiver, one at a time: a slow one keeps nobody else's worker
            transaction.executeWithoutResult(t -> claim.again(NEXT_TURN));
            return;
        }
        String trouble = sentAlone(d, receiver);
        transaction.executeWithoutResult(t -> {
            if (trouble.isEmpty()) {
                mapper.sent(id, machine.instant());
                claim.finish();
                return;
            }
            boolean last = d.attempts() + 1 >= MOST_ATTEMPTS;
            mapper.failed(id, Length.HOOK_TROUBLE.cut(trouble), last ? machine.instant() : null);
            if (last) {
                claim.finish();
            } else {
                claim.again(PAUSES.after(d.attempts()));
            }
        });
    }

    private String sentAlone(HookMapper.Delivery d, String receiver) throws InterruptedException {
        try {
            return sent(d);
        } finally {
            busy.remove(receiver);
        }
    }

    /** @return what went wrong; empty for nothing */
    private String sent(HookMapper.Delivery d) throws InterruptedException {
        String refused = receivers.refused(d.url());
        if (!refused.isEmpty()) {
            return refused;
        }
        try {
            HttpRequest request = HttpRequest.newBuilder(URI.create(d.url()))
                    .timeout(PATIENCE)
                    .header("Content-Type", "application/json")
                    .header("User-Agent", "Pelerin")
                    .header("X-Pelerin-Delivery", String.valueOf(d.id()))
                    .header("X-Pelerin-Signature", "sha256=" + signature(hooks.secret(d.hookId()), d.body()))
                    .POST(HttpRequest.BodyPublishers.ofString(d.body()))
                    .build();
            int status = HookExchange.status(http, request);
            return status / 100 == 2 ? "" : Texts.stored("stored.hookDelivery.answeredStatus", "status", status);
        } catch (IOException e) {
            return e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
        } catch (IllegalArgumentException | IllegalStateException e) {
            return Texts.stored("stored.hookDelivery.cannotBeSent", "reason", e.getMessage());
        }
    }

    static String signature(String secret, String body) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(secret.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
            return HexFormat.of().formatHex(mac.doFinal(body.getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("Every Java platform has HMAC with SHA-256", e);
        }
    }
}
