/** Files that are given back: whether they are what was handed out, and what differs. */
package org.pelerin.app.report.verify;
