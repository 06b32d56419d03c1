/** What is handed out: documents, tables, bundles, and the interface for programs. */
@ApplicationModule(displayName = "Report", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.report;

import org.springframework.modulith.ApplicationModule;
