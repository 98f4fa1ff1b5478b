import { array, mixed } from "yup";
import { withFastPath } from "../base";
import { type Place, isPlace } from "./sites";

export const place = () =>
  withFastPath(
    mixed<Place>()
      .required("is missing; choose a place on the body chart")
      .test(
        "on-the-chart",
        "is not a place on the body chart; choose one of the chart's sites with a side it has",
        isPlace,
      ),
    isPlace,
  );

const MOST_PLACES = 80;

export const places = (min = 0) =>
  withFastPath(
    array()
      .of(place())
      .typeError("is not a list; send a list of places")
      .defined("is missing; send a list of places")
      .min(min, "is empty; choose at least one place on the body chart")
      .max(MOST_PLACES, "holds more places than the chart has; send each place once")
      .test(
        "distinct",
        "names a place twice; send each place once",
        (list) => new Set(list).size === (list ?? []).length,
      ),
    (value) =>
      Array.isArray(value) &&
      value.length >= min &&
      value.length <= MOST_PLACES &&
      new Set(value).size === value.length,
  );
