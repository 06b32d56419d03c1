package org.pelerin.app.fleet.person;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.organisation.account.AccountRecords;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** All that belongs to a person, for that person, or for an administrator who is asked for it; that it was handed out is in the trail. */
@Controller
class PersonExportController {

    private final AccountRecords accounts;
    private final PersonExport export;
    private final AuditTrail audit;

    PersonExportController(AccountRecords accounts, PersonExport export, AuditTrail audit) {
        this.accounts = accounts;
        this.export = export;
        this.audit = audit;
    }

    @GetMapping("/me/export.json")
    void own(Principal me, HttpServletResponse response) throws IOException {
        write(me.getName(), me, response);
    }

    @GetMapping("/admin/accounts/{name}/export.json")
    void another(@PathVariable String name, Principal me, HttpServletResponse response) throws IOException {
        write(name, me, response);
    }

    private void write(String name, Principal me, HttpServletResponse response) throws IOException {
        AccountRecords.OfAccount of = accounts.of(name)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("organisation.account.accountsController.thereIsNoAccount", "name", name)));
        audit.record(me.getName(), "export person", of.name(), "", "");
        response.setContentType("application/json");
        response.setHeader("Content-Disposition", "attachment; filename=" + of.name() + ".json");
        try (Writer out = new OutputStreamWriter(response.getOutputStream(), StandardCharsets.UTF_8)) {
            export.write(of, out);
        }
    }
}
