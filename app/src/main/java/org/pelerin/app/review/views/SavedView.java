package org.pelerin.app.review.views;

/**
 * A kept way to draw.
 *
 * @param missionId of one mission, else null
 * @param spotId of every mission at a spot, else null; both null for several together
 * @param document a {@link ViewDocument}; of several together, the query of their page
 */
public record SavedView(
        long id, String name, String owner, boolean shared, Long missionId, Long spotId, String document) {

    public boolean ofSpot() {
        return spotId != null;
    }

    public boolean of(String person) {
        return owner.equals(person);
    }
}
