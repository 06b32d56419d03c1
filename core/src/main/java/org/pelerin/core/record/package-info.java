/**
 * One record, whatever it came from: recorded channels, what is excluded of them, what is derived from them, and the time on which they
 * are judged. Everything downstream reads it in one pass.
 */
package org.pelerin.core.record;
