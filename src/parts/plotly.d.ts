declare module "plotly.js-cartesian-dist-min" {
  /** Draws into an element, or draws what changed in it. */
  function react(place: HTMLElement, data: object[], layout: object, config: object): Promise<void>;
  const plotly: { readonly react: typeof react };
  export default plotly;
}
