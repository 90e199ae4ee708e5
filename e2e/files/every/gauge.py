# Heights of the weir, in centimetres.
HEIGHTS = {"Monday": 41, "Tuesday": 63}


def highest(heights):
    """The day on which the water stood highest."""
    return max(heights, key=heights.get)


print(highest(HEIGHTS))
