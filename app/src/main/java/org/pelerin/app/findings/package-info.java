/** What people make of departures: findings that are acknowledged, put together, explained and closed. */
@ApplicationModule(displayName = "Findings", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.findings;

import org.springframework.modulith.ApplicationModule;
