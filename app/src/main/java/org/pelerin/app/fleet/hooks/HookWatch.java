package org.pelerin.app.fleet.hooks;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.pelerin.app.fleet.attention.AttentionService;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.organisation.anchor.TrailAnchors;
import org.pelerin.app.platform.web.OwnAddress;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.LongWork;
import org.pelerin.app.platform.work.WorkOrders;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Looks what is new of what hooks are told of, and what is settled; each is sent once, as work of its own. */
@Component
public class HookWatch implements LongWork {

    private static final Logger LOG = LoggerFactory.getLogger(HookWatch.class);
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Duration EVERY = Duration.ofSeconds(15);
    private static final Duration KEPT = Duration.ofDays(30);

    private final HookMapper mapper;
    private final AttentionService attention;
    private final WorkOrders orders;
    private final OwnAddress address;
    private final TrailAnchors anchors;
    private final TransactionTemplate transaction;
    private final Clock machine;

    HookWatch(
            HookMapper mapper,
            AttentionService attention,
            WorkOrders orders,
            OwnAddress address,
            TrailAnchors anchors,
            TransactionTemplate transaction,
            @Qualifier("machineClock") Clock machine) {
        this.mapper = mapper;
        this.attention = attention;
        this.orders = orders;
        this.address = address;
        this.anchors = anchors;
        this.transaction = transaction;
        this.machine = machine;
    }

    @Override
    public String kind() {
        return "hooks";
    }

    @Override
    public int atOnce() {
        return 1;
    }

    /** There is one, for ever. */
    @Override
    public void run(long id, Claim claim) {
        look();
        claim.again(EVERY);
    }

    /** Looks once. */
    public void look() {
        List<WebHook> hooks = mapper.all();
        if (!hooks.isEmpty()) {
            List<Need> needs = attention.all();
            for (WebHook h : hooks) {
                try {
                    transaction.executeWithoutResult(t -> tell(h, needs));
                } catch (RuntimeException e) {
                    // one that cannot be told stops no other
                    LOG.warn("Web hook {} could not be told", h.id(), e);
                }
            }
            transaction.executeWithoutResult(
                    t -> mapper.forget(machine.instant().minus(KEPT)));
        }
    }

    private void tell(WebHook hook, List<Need> needs) {
        Set<Need.Kind> wanted = hook.wanted();
        Set<String> known = new HashSet<>(mapper.told(hook.id()));
        Set<String> there = new HashSet<>();
        for (Need n : needs) {
            String subject = n.kind() + ":" + n.serial() + ":" + (n.missionId() == null ? "" : n.missionId());
            if (wanted.contains(n.kind()) && there.add(subject) && !known.contains(subject)) {
                mapper.tell(hook.id(), subject);
                deliver(hook, "raised", n);
            }
        }
        known.stream().filter(subject -> !there.contains(subject)).forEach(subject -> {
            mapper.settle(hook.id(), subject);
            deliver(hook, subject);
        });
    }

    private void deliver(WebHook hook, String event, Need n) {
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("event", event);
        body.put("kind", n.kind().name());
        body.put("words", n.kind().words(1));
        body.put("serial", n.serial());
        body.put("mission", n.missionId());
        body.put("where", n.where());
        body.put("since", n.since() == null ? null : n.since().toString());
        body.put("page", address.base() + n.path());
        send(hook, body);
    }

    /** It holds no longer. */
    private void deliver(WebHook hook, String subject) {
        String[] parts = subject.split(":", 3);
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("event", "settled");
        body.put("kind", parts[0]);
        body.put("serial", parts[1]);
        body.put("mission", parts[2].isEmpty() ? null : Long.valueOf(parts[2]));
        send(hook, body);
    }

    private void send(WebHook hook, Map<String, Object> body) {
        Instant now = machine.instant();
        body.put("at", now.toString());
        body.put("audit", anchors.now().document());
        HookMapper.Fresh fresh = new HookMapper.Fresh(hook.id(), JSON.writeValueAsString(body), now);
        mapper.deliver(fresh);
        orders.order(HookDelivery.KIND, fresh.id);
    }
}
