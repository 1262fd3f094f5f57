using Microsoft.AspNetCore.Mvc.ModelBinding;
using Microsoft.AspNetCore.Mvc.ModelBinding.Binders;

namespace LoyalLadder.Web.Access;

/// <summary>
/// Takes characters that no database keeps (NUL, half surrogates) out of every text that is sent, and leaves no promised one out.
/// </summary>
public sealed class PlainTextBinderProvider : IModelBinderProvider
{
    public IModelBinder? GetBinder(ModelBinderProviderContext context) =>
        context.Metadata.ModelType == typeof(string)
            ? new PlainTextBinder(
                new SimpleTypeModelBinder(typeof(string), context.Services.GetRequiredService<ILoggerFactory>())
            )
            : null;

    private sealed class PlainTextBinder(IModelBinder inner) : IModelBinder
    {
        public async Task BindModelAsync(ModelBindingContext bindingContext)
        {
            await inner.BindModelAsync(bindingContext);
            // of blanks alone the framework makes nothing, also where something is promised; that it is wanted is still said
            if (bindingContext.Result is { IsModelSet: true, Model: null } && bindingContext.ModelMetadata.IsRequired)
                bindingContext.Result = ModelBindingResult.Success("");
            if (bindingContext.Result.Model is string text && text.Any(IsUnkept))
                bindingContext.Result = ModelBindingResult.Success(new string([.. text.Where(c => !IsUnkept(c))]));
        }

        private static bool IsUnkept(char c) => c == '\0' || c == '�';
    }
}
