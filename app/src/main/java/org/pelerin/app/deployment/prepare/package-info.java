/** What a logger does next: proposed, wired, checked and written, for one or many. */
package org.pelerin.app.deployment.prepare;
