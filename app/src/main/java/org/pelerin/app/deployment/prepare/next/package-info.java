/** What a logger does next, and its neighbours there. */
package org.pelerin.app.deployment.prepare.next;
