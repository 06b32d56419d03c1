/** All that is kept, held against what it follows from: records, judgements, findings, signatures. */
package org.pelerin.app.report.recheck;
