interface Identified {
  id: string;
}

/** Codes for the workers, and a picture for the page. */
export const frameUrl = ({ id }: Identified) => `/api/plates/${id}/frame.rgb16`;
export const thumbUrl = ({ id }: Identified) => `/api/plates/${id}/thumb.rgb16`;
export const trialUrl = ({ id }: Identified) => `/api/plates/${id}/trial.rgb16`;
export const pictureUrl = ({ id }: Identified) => `/api/plates/${id}/frame.png`;
