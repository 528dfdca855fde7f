/** Two styles more: some places short, and short legs. */
export const up = `
ALTER TABLE plans DROP CONSTRAINT plans_style_check,
  ADD CONSTRAINT plans_style_check CHECK (style IN ('keep', 'keep-places', 'short-legs', 'short-body', 'short'));
ALTER TABLE consents DROP CONSTRAINT consents_answer_style_check,
  ADD CONSTRAINT consents_answer_style_check
    CHECK (answer_style IN ('keep', 'keep-places', 'short-legs', 'short-body', 'short'));
`

export const down = `
ALTER TABLE plans DROP CONSTRAINT plans_style_check,
  ADD CONSTRAINT plans_style_check CHECK (style IN ('keep', 'short-body', 'short'));
ALTER TABLE consents DROP CONSTRAINT consents_answer_style_check,
  ADD CONSTRAINT consents_answer_style_check CHECK (answer_style IN ('keep', 'short-body', 'short'));
`
