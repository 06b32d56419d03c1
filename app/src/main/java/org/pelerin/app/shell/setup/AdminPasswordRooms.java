package org.pelerin.app.shell.setup;

import org.apache.ibatis.annotations.Mapper;
import org.mybatis.spring.annotation.MapperScan;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.organisation.account.AccountAdministration;
import org.pelerin.app.organisation.account.Passwords;
import org.pelerin.app.platform.ClockConfig;
import org.springframework.boot.autoconfigure.EnableAutoConfiguration;
import org.springframework.context.annotation.Import;

/** What {@link AdminPassword} needs, and no more. No configuration by its annotation, so that the application itself does not find it. */
@EnableAutoConfiguration
@Import({AccountAdministration.class, AuditTrail.class, ClockConfig.class, Passwords.class})
@MapperScan(
        basePackages = {"org.pelerin.app.organisation.account", "org.pelerin.app.evidence"},
        annotationClass = Mapper.class)
final class AdminPasswordRooms {

    private AdminPasswordRooms() {}
}
