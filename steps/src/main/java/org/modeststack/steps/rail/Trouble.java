package org.modeststack.steps.rail;

import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.Set;

/** What does not come out when strips are tried, or may come out otherwise. */
final class Trouble {
    private final Set<Station> stations = new LinkedHashSet<>();
    /** Strips of which faces were divided, so that they may come out as wide as they are. */
    private final Set<Band> divided = Collections.newSetFromMap(new IdentityHashMap<>());

    /** Something does not come out beside these. */
    void at(Collection<Station> of) {
        stations.addAll(of);
    }

    /**
     * A face of a strip does not come out as one face.
     *
     * @param face counted along the strip and then across
     * @return false where it was divided before
     */
    boolean divides(Band band, int face) {
        if (band.divided().get(face)) return false;
        band.divided().set(face);
        divided.add(band);
        return true;
    }

    Set<Station> stations() {
        return stations;
    }

    boolean isNone() {
        return stations.isEmpty() && divided.isEmpty();
    }

    /** The part of it that a net is in. */
    Trouble in(BandNet net) {
        Trouble own = new Trouble();
        if (isNone()) return own;
        BandIndex index = net.index();
        for (Band b : index.at(stations)) for (Station s : b.stations()) if (stations.contains(s)) own.stations.add(s);
        for (Band b : divided) if (index.has(b)) own.divided.add(b);
        return own;
    }
}
