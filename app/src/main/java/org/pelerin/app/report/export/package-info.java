/** Missions as files of data: CSV, XLSX. */
package org.pelerin.app.report.export;
