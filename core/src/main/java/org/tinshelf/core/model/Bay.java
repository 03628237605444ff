package org.tinshelf.core.model;

import java.util.List;
import java.util.Optional;

/** A node of the estate's tree, with the shelves above and below those of what it holds. */
public record Bay(
    String name, Optional<Floor> floor, List<Line> upper, List<Line> lower, List<Bay> bays) {}
