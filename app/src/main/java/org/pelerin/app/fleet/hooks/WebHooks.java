package org.pelerin.app.fleet.hooks;

import java.net.URI;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.secret.FreshSecret;
import org.pelerin.app.platform.secret.Seal;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.TooLateException;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which programs are told of what; administrators say so. Their secrets are kept sealed. */
@Service
@RetriedOnDeadlock
public class WebHooks implements ApplicationRunner {

    /** It cannot be told. */
    public static final class NoHookException extends NotDoneException {
        NoHookException(String message) {
            super(message);
        }

        @Override
        public String wayOn() {
            return "/admin/hooks";
        }
    }

    private final HookMapper mapper;
    private final Seal seal;
    private final AuditTrail audit;
    private final Receivers receivers;
    private final Clock machine;

    WebHooks(
            HookMapper mapper,
            Seal seal,
            AuditTrail audit,
            Receivers receivers,
            @Qualifier("machineClock") Clock machine) {
        this.receivers = receivers;
        this.mapper = mapper;
        this.seal = seal;
        this.audit = audit;
        this.machine = machine;
    }

    /** Seals anew what is not sealed under the key that seals now. */
    @Override
    @Transactional
    public void run(ApplicationArguments args) {
        for (WebHook hook : all()) {
            String sealed = mapper.secret(hook.id());
            String opened = seal.open(sealed);
            if (!opened.isEmpty() && !seal.current(sealed) && mapper.seal(hook.id(), seal.close(opened), sealed) == 1) {
                audit.record("system", "seal anew", hook.url(), "", "");
            }
        }
    }

    public List<WebHook> all() {
        return mapper.all();
    }

    /** What was last sent to each, by its number. */
    public Map<Long, WebHook.Latest> latest() {
        return mapper.latest().stream().collect(Collectors.toMap(WebHook.Latest::hookId, Function.identity()));
    }

    /** @return its secret, which is shown this once */
    @Transactional
    public String add(String url, List<Need.Kind> kinds, String by) {
        if (Length.HOOK_URL.exceeded(url)) {
            throw new NoHookException(Length.HOOK_URL.said(url));
        }
        if (!address(url.strip())) {
            throw new NoHookException(Texts.of("fleet.hooks.webHooks.theAddressMustBeginWith", "url", url.strip()));
        }
        String refused = receivers.refused(url.strip());
        if (!refused.isEmpty()) {
            throw new NoHookException(refused);
        }
        if (kinds.isEmpty()) {
            throw new NoHookException(Texts.of("fleet.hooks.webHooks.selectAtLeastOneEvent"));
        }
        String shown = FreshSecret.make();
        String told = kinds.stream().distinct().map(Enum::name).collect(Collectors.joining(" "));
        mapper.insert(url.strip(), seal.close(shown), told, machine.instant(), by);
        audit.record(by, "add web hook", url.strip(), "", told);
        return shown;
    }

    private static boolean address(String url) {
        try {
            URI uri = URI.create(url);
            return List.of("http", "https").contains(String.valueOf(uri.getScheme()))
                    && uri.getHost() != null
                    && uri.getUserInfo() == null;
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    @Transactional
    public void remove(long id, String by) {
        mapper.forgetTold(id);
        if (mapper.remove(id) == 0) {
            throw new TooLateException(Texts.of("fleet.hooks.webHooks.theWebHookNoLonger"));
        }
        audit.record(by, "remove web hook", Texts.stored("stored.webHooks.webHook", "id", id), "", "");
    }

    String secret(long id) {
        return seal.open(mapper.secret(id));
    }
}
