/** What leaves the house: PDF, CSV, XLSX. */
@ApplicationModule(displayName = "Report", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.report;

import org.springframework.modulith.ApplicationModule;
