import { BadInput } from "@/core/wheel/bad-input";

/** The spoke a request names, 1 to the rim's holes. @throws BadInput "spoke" for any other */
export const spokeAsked = (request: Request, holes: number): number => {
  const spoke = Number(new URL(request.url).searchParams.get("spoke"));
  if (!Number.isInteger(spoke) || spoke < 1 || spoke > holes)
    throw new BadInput("spoke", `${spoke} is no spoke of this wheel; give 1 to ${holes}`, {
      code: "out-of-range",
      given: spoke,
      from: 1,
      to: holes,
    });
  return spoke;
};
