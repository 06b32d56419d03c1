/** What people make of records: findings that are acknowledged, explained and closed; signatures under missions. */
@ApplicationModule(displayName = "Findings", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.findings;

import org.springframework.modulith.ApplicationModule;
