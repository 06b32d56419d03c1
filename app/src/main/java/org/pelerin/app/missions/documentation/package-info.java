/** What people have to say of a mission, and the files that go with it. */
package org.pelerin.app.missions.documentation;
