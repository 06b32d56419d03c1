/** What is kept, sealed in the audit trail by the transaction that changes it, and held against its seals. */
package org.pelerin.app.evidence.seal;
