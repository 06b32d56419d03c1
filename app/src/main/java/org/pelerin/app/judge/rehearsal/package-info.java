/** Alarms of a plan on the records of its spot. */
package org.pelerin.app.judge.rehearsal;
