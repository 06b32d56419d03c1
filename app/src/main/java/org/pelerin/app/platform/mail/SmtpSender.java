package org.pelerin.app.platform.mail;

import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Properties;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.language.Texts;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.io.ByteArrayResource;
import org.springframework.mail.MailException;
import org.springframework.mail.MailPreparationException;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.mail.javamail.MimeMessageHelper;
import org.springframework.stereotype.Component;

/** Sends mails by SMTP. */
@Component
public class SmtpSender {

    private static final String WAIT_MS = "8000";

    private final PelerinProperties.Mail settings;
    private final JavaMailSenderImpl sender;

    /** @param deadline for a whole mail, however slowly its server answers */
    SmtpSender(PelerinProperties properties, @Value("${pelerin.mail.deadline:PT2M}") Duration deadline) {
        this.settings = properties.mail();
        this.sender = new JavaMailSenderImpl();
        sender.setHost(settings.host());
        sender.setPort(settings.port());
        sender.setDefaultEncoding(StandardCharsets.UTF_8.name());
        Properties p = sender.getJavaMailProperties();
        if (!settings.user().isBlank()) {
            sender.setUsername(settings.user());
            sender.setPassword(settings.password());
            p.put("mail.smtp.auth", "true");
        }
        p.put("mail.smtp.starttls.enable", String.valueOf(settings.starttls()));
        p.put("mail.smtp.starttls.required", String.valueOf(settings.starttls()));
        p.put("mail.smtp.connectiontimeout", WAIT_MS);
        p.put("mail.smtp.timeout", WAIT_MS);
        p.put("mail.smtp.writetimeout", WAIT_MS);
        p.put("mail.smtp.socketFactory", new DeadlineSockets(deadline));
        p.put("mail.smtp.socketFactory.fallback", "false");
    }

    public boolean present() {
        return settings.present();
    }

    /** @throws MailException if the server does not take it */
    public void send(String to, String subject, String text) {
        send(to, subject, text, null, null, null);
    }

    /**
     * With a file.
     *
     * @param name null for none
     */
    public void send(String to, String subject, String text, String name, String type, byte[] bytes) {
        MimeMessage message = sender.createMimeMessage();
        try {
            MimeMessageHelper helper = new MimeMessageHelper(message, name != null, StandardCharsets.UTF_8.name());
            helper.setFrom(settings.from());
            helper.setTo(to);
            helper.setSubject(subject);
            helper.setText(text);
            if (name != null) {
                helper.addAttachment(name, new ByteArrayResource(bytes), type);
            }
            // RFC 3834: nobody's absence is to answer it
            message.setHeader("Auto-Submitted", "auto-generated");
        } catch (MessagingException e) {
            throw new MailPreparationException(Texts.of("platform.mail.smtpSender.thisEmailCannotBeWritten"), e);
        }
        sender.send(message);
    }
}
