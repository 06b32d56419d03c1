/** Signatures under missions: reviewed, approved, opened again. */
package org.pelerin.app.findings.signing;
