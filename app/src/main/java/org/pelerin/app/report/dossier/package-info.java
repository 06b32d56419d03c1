/** All that a document about a mission draws on. */
package org.pelerin.app.report.dossier;
