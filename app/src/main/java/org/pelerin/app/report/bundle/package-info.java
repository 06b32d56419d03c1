/** A mission as one file that proves itself: handed out, and taken in where it came home elsewhere. */
package org.pelerin.app.report.bundle;
