/** The one mechanism for what takes longer than a request: ordered, claimed, fenced, tried again. */
package org.pelerin.app.platform.work;
