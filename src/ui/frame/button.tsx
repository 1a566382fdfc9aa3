type Attributes = React.ComponentPropsWithRef<'button'>;

/** What does something beside the main thing of a page; `type="submit"` where it sends its form. */
export function Button({ className = '', ...more }: Attributes) {
  return <button type="button" className={`quiet-button ${className}`} {...more} />;
}

/** The same in a line of text. */
export function TextButton({ className = '', ...more }: Attributes) {
  return (
    <button type="button" className={`cursor-pointer underline underline-offset-2 ${className}`} {...more} />
  );
}
